'use client';

import { useMemo, useState } from 'react';
import { askedBy } from '../../core/drawing/asking';
import { type DrawingSources, type DrawnSheet, drawnSheets } from '../../core/drawing/sheets';
import type { AskedValue, FormatDocument } from '../../core/format/document';
import type { Outcome } from '../../core/refusal';
import type { RevisionRow } from '../../core/revision/rows';
import type { Composed } from '../../core/scene/compose';
import { type PlannedSheet, composePlanned, planSheets } from '../../core/scene/planning';
import { ProofMemo } from '../../core/scene/proof';
import { modelsAtHand } from '../data/office';
import type { OpenDrawing } from './drawing-store';

/** What a drawing's sheets are made from. */
export function sourcesOf({
  formats,
  office,
  frozen,
}: Pick<OpenDrawing, 'formats' | 'office' | 'frozen'>): DrawingSources {
  const [own, ...others] = formats;
  const { definitions: _, ...facts } = own!.facts;
  return {
    document: own!.edition.document,
    others: new Map(others.map(({ edition }) => [edition.id, edition.document])),
    definitions: new Map(
      formats.flatMap(({ edition, facts: { definitions } }) =>
        definitions ? [[edition.document, definitions] as const] : [],
      ),
    ),
    frozen,
    models: modelsAtHand(office),
    facts,
    scale: own!.scale,
  };
}

/** The formats of a drawing's sheets, its own first. */
export const documentsOf = ({ formats }: Pick<OpenDrawing, 'formats'>): FormatDocument[] =>
  formats.map(({ edition }) => edition.document);

/** Everything that is asked on a drawing. */
export const askedOf = (open: Pick<OpenDrawing, 'formats'>): AskedValue[] => askedBy(documentsOf(open));

const NONE: PlannedSheet<DrawnSheet>[] = [];

/** The sheets of a drawing, those that follow by themselves among them; with `revisions` as they would be with these. */
export function usePlan(
  open: OpenDrawing | undefined,
  revisions: readonly RevisionRow[] | undefined,
): PlannedSheet<DrawnSheet>[] {
  const { drawing, formats, office, frozen, resources } = open ?? {};
  const sources = useMemo(() => formats && office && sourcesOf({ formats, office, frozen }), [formats, office, frozen]);
  return useMemo(() => {
    if (!drawing || !sources || !resources) return NONE;
    // The drawing's own scale, as it is typed, before its format is loaded anew.
    const drawn = { ...drawing, ...(revisions && { revisions }) };
    return planSheets(drawnSheets(drawn, { ...sources, scale: drawing.scale }).sheets, resources);
  }, [drawing, sources, resources, revisions]);
}

/** One sheet of the plan composed. */
export function useSheet(
  open: OpenDrawing | undefined,
  planned: PlannedSheet<DrawnSheet> | undefined,
): Outcome<Composed> {
  const [memo] = useState(() => new ProofMemo());
  const resources = open?.resources;
  return useMemo(() => {
    if (!planned || !resources) return { ok: false, reason: 'The drawing is not loaded yet.' };
    return composePlanned(planned, resources, undefined, memo.sheet(planned.place.number));
  }, [planned, resources, memo]);
}
