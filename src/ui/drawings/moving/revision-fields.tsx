'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { peopleFor } from '../../../core/office/person';
import { SUPPLIED } from '../../../core/property/supplied';
import { RevisionRow, isReleased } from '../../../core/revision/rows';
import { nextRevision } from '../../../core/revision/scheme';
import { Row, TextArea, TextInput } from '../../controls/field';
import { useMe } from '../../data/me';
import type { OpenDrawing } from '../drawing-store';

/** The row of a revision as it is typed. */
export interface TypedRevision {
  revision: string;
  description: string;
  madeBy: string;
  change: string;
  date: string;
}

/** The next revision of a drawing, to be typed. */
export function useNextRevision({ drawing, scheme, today, formats }: OpenDrawing) {
  const { me } = useMe();
  const next = nextRevision(
    scheme,
    drawing.revisions.map(({ revision }) => revision),
    isReleased(drawing.revisions),
  );
  const newer = formats[0]?.newer?.find((one) => one.of === 'edition');
  return useState<TypedRevision>({
    revision: next,
    description: newer ? `Sheet format: edition ${newer.now}` : '',
    madeBy: drawing.revisions.at(-1)?.madeBy ?? me?.name ?? '',
    change: '',
    date: today,
  });
}

/** The row that was typed; undefined while it is none. */
export function revisionOf({ revision, description, madeBy, change, date }: TypedRevision): RevisionRow | undefined {
  const row = {
    revision: revision.trim(),
    zones: [],
    description: description.trim(),
    date,
    madeBy: madeBy.trim(),
    ...(change.trim() && { change: change.trim() }),
  };
  const read = RevisionRow.safeParse(row);
  return read.success && description.trim() !== '' ? read.data : undefined;
}

/** The fields of the revision that a drawing gets with a move. */
export function RevisionFields(props: {
  open: OpenDrawing;
  revision: TypedRevision;
  onChange: (revision: TypedRevision) => void;
}) {
  const { open, revision, onChange } = props;
  const set = (change: Partial<TypedRevision>) => onChange({ ...revision, ...change });
  return (
    <>
      <Row label="Revision" htmlFor="move-revision">
        <TextInput
          id="move-revision"
          value={revision.revision}
          onChange={({ target }) => set({ revision: target.value })}
        />
      </Row>
      <Row label="Change" htmlFor="move-description">
        <TextArea
          id="move-description"
          rows={2}
          value={revision.description}
          onChange={({ target }) => set({ description: target.value })}
        />
      </Row>
      <Row label="Made by" htmlFor="move-made-by">
        <TextInput
          id="move-made-by"
          list="move-people"
          autoComplete="off"
          value={revision.madeBy}
          onChange={({ target }) => set({ madeBy: target.value })}
        />
        <datalist id="move-people">
          {peopleFor(SUPPLIED.revisedBy, open.office.people).map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
        </datalist>
      </Row>
      <Row label="Change number" htmlFor="move-change">
        <TextInput id="move-change" value={revision.change} onChange={({ target }) => set({ change: target.value })} />
      </Row>
      <Box fontSize="13px" color="soft">
        The rows before keep who approved them.
      </Box>
    </>
  );
}
