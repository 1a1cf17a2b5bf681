'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type ReactNode, useEffect, useMemo } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { type Revising, revise as revised } from '../../core/drawing/revising';
import type { Outcome } from '../../core/refusal';
import { peopleFor } from '../../core/office/person';
import { SUPPLIED } from '../../core/property/supplied';
import { RevisionRow, type RowOutcome } from '../../core/revision/rows';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Problem, Row, TextArea, TextInput } from '../controls/field';
import { sentence } from '../controls/sentence';
import type { OpenDrawing } from './drawing-store';
import { removedByRevising } from './signature-row';
import { sourcesOf } from './use-sheets';

type Field = 'revision' | 'zones' | 'description' | 'date' | 'madeBy' | 'change';
type Typed = Record<Field, string> & { released: boolean };

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
  const { register, control, handleSubmit, formState, setError } = useForm<Typed>({
    defaultValues: {
      revision: of?.revision ?? proposed,
      zones: of?.zones.join(', ') ?? '',
      description: of?.description ?? '',
      date: of?.date ?? today,
      madeBy: of?.madeBy ?? drawing.revisions.at(-1)?.madeBy ?? '',
      change: of?.change ?? '',
      released: of?.released ?? false,
    },
  });
  const goes = removedByRevising(open, of !== undefined);
  const typed = useWatch({ control }) as Typed;
  const revising = useMemo(() => asRevising(typed, of !== undefined), [typed, of]);
  const outcome = useMemo((): RowOutcome<{ rows: RevisionRow[] }> => {
    if (!revising.ok) return revising;
    return revised(drawing, revising.revising, { ...sourcesOf(open), resources, scheme, today });
  }, [revising, drawing, open, resources, scheme, today]);
  const rows = outcome.ok ? outcome.rows : undefined;
  useEffect(() => preview(rows), [rows, preview]);
  const submit = handleSubmit(async () => {
    if (!revising.ok || !outcome.ok) return;
    const done = await onRevise(revising.revising);
    if (done.ok) onClose();
    else setError('root', { message: done.reason });
  });
  const { dirtyFields, isSubmitted, isDirty, errors } = formState;
  const wrong = outcome.ok ? undefined : outcome;
  // What is wrong is said once something was typed there, or all of it was to be kept.
  const problemAt = (field: Field) => wrong?.place === field && (isSubmitted || dirtyFields[field]) && wrong.reason;
  const field = (name: Field, label: string, input: (common: object) => ReactNode) => (
    <Row label={label} htmlFor={`revision-${name}`}>
      {input({ id: `revision-${name}`, 'aria-invalid': Boolean(problemAt(name)), ...register(name) })}
      {problemAt(name) && <Problem>{problemAt(name)}</Problem>}
    </Row>
  );
  const line = (common: object) => <TextInput {...common} />;
  /** A field that offers the office's people who may do that. */
  const person = (property: string) => (common: object) => (
    <>
      <TextInput list={`people ${property}`} autoComplete="off" {...common} />
      <datalist id={`people ${property}`}>
        {peopleFor(property, open.office.people).map(({ id, name }) => (
          <option key={id} value={name} />
        ))}
      </datalist>
    </>
  );
  return (
    <form
      aria-label={of ? `Change revision ${of.revision}` : 'Add a revision'}
      onSubmit={(event) => void submit(event)}
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
      {field('madeBy', 'Made by', person(SUPPLIED.revisedBy))}
      {field('change', 'Change number', line)}
      {scheme.released && (
        <Row label="">
          <Controller
            control={control}
            name="released"
            render={({ field: { value, onChange } }) => (
              <CheckBox checked={value} onChange={onChange}>
                The drawing is released with it
              </CheckBox>
            )}
          />
        </Row>
      )}
      {goes.length > 0 && (
        <Box fontSize="13px" color="ochre" pt="4px">
          ▲ {of ? 'Keeping it' : 'A new revision'} removes {goes.map(({ name, by }) => `${by} (${name})`).join(', ')}.
          It is signed anew.
        </Box>
      )}
      {wrong && !wrong.place && (isDirty || isSubmitted) && <Problem>{wrong.reason}</Problem>}
      {errors.root?.message && <Problem>{errors.root.message}</Problem>}
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
function asRevising(typed: Typed, change: boolean): RowOutcome<{ revising: Revising }> {
  const { change: number, released, ...others } = typed;
  const parsed = RevisionRow.safeParse({
    ...others,
    zones: zonesOf(typed.zones),
    ...(number.trim() && { change: number.trim() }),
    ...(released && { released }),
  });
  if (parsed.success) return { ok: true, revising: change ? { change: parsed.data } : { add: parsed.data } };
  const [issue] = parsed.error.issues;
  return { ok: false, reason: sentence(issue!.message), place: issue!.path[0] as Field };
}
