'use client';

import { useId } from 'react';
import { DrawingScale } from '../../core/drawing/sheets';
import { refuse } from '../../core/refusal';
import { AS_NOTED, PREFERRED_SCALES } from '../../core/sheet/scales';
import { CommitField } from '../controls/field';
import { sentence } from '../controls/sentence';

/** The scale of a drawing, of the preferred series or another one; empty while it is not chosen. */
export function ScaleField(props: {
  scale: string;
  disabled: boolean;
  /** Without its label beside it. */
  bare?: boolean;
  onChange: (scale: string) => void;
}) {
  const id = useId();
  return (
    <>
      <CommitField
        label="Scale"
        value={props.scale}
        bare={props.bare ?? false}
        list={id}
        disabled={props.disabled}
        onCommit={(text) => {
          const read = DrawingScale.safeParse(text.trim());
          if (!read.success) return refuse(sentence(`a scale is written 1:2, or “${AS_NOTED}”`));
          props.onChange(read.data);
          return { ok: true };
        }}
      />
      <datalist id={id}>
        {[...PREFERRED_SCALES, AS_NOTED].map((scale) => (
          <option key={scale} value={scale} />
        ))}
      </datalist>
    </>
  );
}
