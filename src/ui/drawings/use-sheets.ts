'use client';

import { useMemo, useState } from 'react';
import { askedBy } from '../../core/drawing/asking';
import { type DrawingSources, type DrawnSheet, drawnSheets } from '../../core/drawing/sheets';
import type { AskedValue, FormatDocument } from '../../core/format/document';
import type { Outcome } from '../../core/refusal';
import type { RevisionRow } from '../../core/revision/rows';
import { type Composed, compose } from '../../core/scene/compose';
import { type PlannedSheet, planSheets } from '../../core/scene/planning';
import { ProofMemo } from '../../core/scene/proof';
import type { OpenDrawing } from './drawing-store';

/** What a drawing's sheets are made from, as of today. */
export function sourcesOf({ office, today }: Pick<OpenDrawing, 'office' | 'today'>): DrawingSources {
  const [format, ...others] = office.formats.map((one) => ({
    id: one.edition.id,
    document: one.edition.document,
    facts: { ...one.facts, today },
    scale: one.scale,
  }));
  return { format: format!, others: new Map(others.map((other) => [other.id, other])), models: office };
}

/** The formats of a drawing's sheets, its own first. */
export const documentsOf = ({ office }: Pick<OpenDrawing, 'office'>): FormatDocument[] =>
  office.formats.map(({ edition }) => edition.document);

/** Everything that is asked on a drawing. */
export const askedOf = (open: Pick<OpenDrawing, 'office'>): AskedValue[] => askedBy(documentsOf(open));

const NONE: PlannedSheet<DrawnSheet>[] = [];

/** The sheets of a drawing, those that follow by themselves among them; with `revisions` as they would be with these. */
export function usePlan(
  open: OpenDrawing | undefined,
  revisions: readonly RevisionRow[] | undefined,
): PlannedSheet<DrawnSheet>[] {
  const { drawing, office, resources, today } = open ?? {};
  const sources = useMemo(() => office && today && sourcesOf({ office, today }), [office, today]);
  return useMemo(() => {
    if (!drawing || !sources || !resources) return NONE;
    return planSheets(drawnSheets({ ...drawing, ...(revisions && { revisions }) }, sources).sheets, resources);
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
    const { document, sizeId, place, facts } = planned;
    return compose(document, { sizeId, sheet: place, show: 'values' }, facts, resources, memo.sheet(place.number));
  }, [planned, resources, memo]);
}
