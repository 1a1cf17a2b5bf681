'use client';

import { type ComponentProps, useRef } from 'react';
import { Button } from './button';

/** A button that asks for one file; the same file may be chosen again. */
export function FileButton({
  label,
  accept,
  onFile,
  ...button
}: Omit<ComponentProps<typeof Button>, 'onClick'> & {
  /** What the file is, to whom the field is read out. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={field}
        type="file"
        accept={accept}
        aria-label={label}
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
      <Button type="button" {...button} onClick={() => field.current?.click()} />
    </>
  );
}
