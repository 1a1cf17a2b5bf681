'use client';

import { Flex } from '@chakra-ui/react';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { type Revising, revise as revised } from '../../core/drawing/revising';
import type { Outcome } from '../../core/refusal';
import { RevisionRow, type RowOutcome } from '../../core/revision/rows';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Problem, Row, TextArea, TextInput } from '../controls/field';
import { sentence } from '../controls/sentence';
import type { OpenDrawing } from './drawing-store';
import { sourcesOf } from './use-sheets';

type Field = 'revision' | 'zones' | 'description' | 'date' | 'madeBy' | 'approvedBy' | 'change';
type Typed = Record<Field, string>;

const zonesOf = (text: string) =>
  text
    .toUpperCase()
    .split(/[,;\s]+/)
    .filter(Boolean);

/** A revision being added, or the newest being changed: the sheet shows it while it is typed, and what is wrong stands at its field. */
export function RevisionForm(props: {
  open: OpenDrawing;
  /** The newest, when it is that one which is changed. */
  of: RevisionRow | undefined;
  proposed: string;
  onRevise: (revising: Revising) => Promise<Outcome<object>>;
  preview: (rows: readonly RevisionRow[] | undefined) => void;
  onClose: () => void;
}) {
  const { open, of, proposed, onRevise, preview, onClose } = props;
  const { drawing, resources, scheme, today } = open;
  const [typed, setTyped] = useState<Typed>({
    revision: of?.revision ?? proposed,
    zones: of?.zones.join(', ') ?? '',
    description: of?.description ?? '',
    date: of?.date ?? today,
    madeBy: of?.madeBy ?? drawing.revisions.at(-1)?.madeBy ?? '',
    approvedBy: of?.approvedBy ?? '',
    change: of?.change ?? '',
  });
  const [released, setReleased] = useState(of?.released ?? false);
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [refused, setRefused] = useState<string>();
  const revising = useMemo(() => asRevising(typed, released, of !== undefined), [typed, released, of]);
  const outcome = useMemo((): RowOutcome<{ rows: RevisionRow[] }> => {
    if (!revising.ok) return revising;
    return revised(drawing, revising.revising, { ...sourcesOf(open), resources, scheme, today });
  }, [revising, drawing, open, resources, scheme, today]);
  const rows = outcome.ok ? outcome.rows : undefined;
  useEffect(() => preview(rows), [rows, preview]);
  const submit = async () => {
    setTouched(new Set(Object.keys(typed)));
    if (!revising.ok || !outcome.ok) return;
    const done = await onRevise(revising.revising);
    if (done.ok) onClose();
    else setRefused(done.reason);
  };
  const wrong = outcome.ok ? undefined : outcome;
  const problemAt = (field: Field) => wrong?.place === field && touched.has(field) && wrong.reason;
  const field = (name: Field, label: string, input: (common: object) => ReactNode) => (
    <Row label={label} htmlFor={`revision-${name}`}>
      {input({
        id: `revision-${name}`,
        value: typed[name],
        'aria-invalid': Boolean(problemAt(name)),
        onChange: (event: { target: { value: string } }) => {
          setTyped({ ...typed, [name]: event.target.value });
          setTouched(new Set([...touched, name]));
          setRefused(undefined);
        },
      })}
      {problemAt(name) && <Problem>{problemAt(name)}</Problem>}
    </Row>
  );
  const line = (common: object) => <TextInput {...common} />;
  return (
    <form
      aria-label={of ? `Change revision ${of.revision}` : 'Add a revision'}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      {!of && field('revision', 'Revision', line)}
      {field('description', 'Change', (common) => (
        <TextArea rows={3} autoFocus {...common} />
      ))}
      {field('zones', 'Zones', (common) => (
        <TextInput placeholder="B4, or 2-B4 on sheet 2" {...common} />
      ))}
      {field('date', 'Date', (common) => (
        <TextInput placeholder="2026-06-02" {...common} />
      ))}
      {field('madeBy', 'Made by', line)}
      {field('approvedBy', 'Approved by', line)}
      {field('change', 'Change number', line)}
      {scheme.released && (
        <Row label="">
          <CheckBox checked={released} onChange={setReleased}>
            The drawing is released with it
          </CheckBox>
        </Row>
      )}
      {wrong && !wrong.place && touched.size > 0 && <Problem>{wrong.reason}</Problem>}
      {refused && <Problem>{refused}</Problem>}
      <Flex gap="6px" pt="6px">
        <Button type="submit" look="primary">
          {of ? `Keep ${of.revision}` : `Add ${typed.revision || 'it'}`}
        </Button>
        <Button type="button" onClick={onClose}>
          Cancel
        </Button>
      </Flex>
    </form>
  );
}

/** What is typed as a revision, or which of it is none and why. */
function asRevising(typed: Typed, released: boolean, change: boolean): RowOutcome<{ revising: Revising }> {
  const { approvedBy, change: number, ...others } = typed;
  const parsed = RevisionRow.safeParse({
    ...others,
    zones: zonesOf(typed.zones),
    ...(approvedBy.trim() && { approvedBy: approvedBy.trim() }),
    ...(number.trim() && { change: number.trim() }),
    ...(released && { released }),
  });
  if (parsed.success) return { ok: true, revising: change ? { change: parsed.data } : { add: parsed.data } };
  const [issue] = parsed.error.issues;
  return { ok: false, reason: sentence(issue!.message), place: issue!.path[0] as Field };
}
