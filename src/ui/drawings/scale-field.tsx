'use client';

import { useId } from 'react';
import { DrawingScale } from '../../core/drawing/sheets';
import { refuse } from '../../core/refusal';
import { AS_NOTED, PREFERRED_SCALES } from '../../core/sheet/scales';
import { CommitField } from '../controls/field';
import { sentence } from '../controls/sentence';
import type { Changed, OpenDrawing } from './drawing-store';

/** The scale of a drawing, of the preferred series or another one; empty while it is not chosen. */
export function ScaleField(props: { open: OpenDrawing; disabled: boolean; onChange: (changed: Changed) => void }) {
  const id = useId();
  return (
    <>
      <CommitField
        label="Scale"
        value={props.open.drawing.scale}
        list={id}
        disabled={props.disabled}
        onCommit={(text) => {
          const read = DrawingScale.safeParse(text.trim());
          if (!read.success) return refuse(sentence(`a scale is written 1:2, or “${AS_NOTED}”`));
          props.onChange({ scale: read.data });
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
