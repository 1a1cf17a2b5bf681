'use client';

import { Box } from '@chakra-ui/react';
import { Scale } from '../../core/drawing/sheets';
import { refuse } from '../../core/refusal';
import { CommitField, SelectRow } from '../controls/field';
import { sentence } from '../controls/sentence';
import type { Changed, OpenDrawing } from './drawing-store';
import { PaneHead } from './pane-head';

/** What holds for all sheets of a drawing: its scale, drafting profile, project and decimal mark. They are the drawing's own. */
export function DrawingSettings(props: { open: OpenDrawing; locked: boolean; onChange: (changed: Changed) => void }) {
  const { open, locked, onChange } = props;
  const { scale, profileId, projectId, decimalMark } = open.drawing;
  const named = (places: OpenDrawing['profiles']) => places.map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Box pt="16px">
      <PaneHead title="The whole drawing" words="Taken from its format when it was made; its own since." />
      <fieldset disabled={locked} style={{ border: 'none', padding: 0, margin: 0 }}>
        <CommitField
          label="Scale"
          value={scale}
          onCommit={(text) => {
            const read = Scale.safeParse(text);
            if (!read.success) return refuse(sentence(read.error.issues[0]!.message));
            onChange({ scale: read.data });
            return { ok: true };
          }}
        />
        <SelectRow
          label="Profile"
          value={profileId}
          options={named(open.profiles)}
          onChange={(profile) => onChange({ profileId: profile })}
        />
        <SelectRow
          label="Project"
          value={projectId}
          options={named(open.projects)}
          onChange={(project) => onChange({ projectId: project })}
        />
        <SelectRow
          label="Decimal mark"
          value={decimalMark}
          options={[
            { value: ',', label: 'comma: 12,5' },
            { value: '.', label: 'point: 12.5' },
          ]}
          onChange={(mark) => onChange({ decimalMark: mark })}
        />
      </fieldset>
    </Box>
  );
}
