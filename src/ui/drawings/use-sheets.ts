'use client';

import { useMemo, useState } from 'react';
import { askedBy } from '../../core/drawing/asking';
import { type DrawingSources, type DrawnSheet, drawnSheets } from '../../core/drawing/sheets';
import type { AskedValue, FormatDocument } from '../../core/format/document';
import type { Outcome } from '../../core/refusal';
import type { RevisionRow } from '../../core/revision/rows';
import type { Resources } from '../../core/scene/resources';
import type { Composed } from '../../core/scene/compose';
import { type PlannedSheet, composePlanned, planSheets } from '../../core/scene/planning';
import { ProofMemo } from '../../core/scene/proof';
import { type AtHandProjections, useProjections } from '../views/use-projections';
import { modelsAtHand } from '../data/office';
import type { OpenDrawing } from './drawing-store';

/** What a drawing's sheets are made from. */
export function sourcesOf({
  formats,
  office,
  frozen,
  profile,
}: Pick<OpenDrawing, 'formats' | 'office' | 'frozen' | 'profile'>): DrawingSources {
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
    profile,
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

/** A drawing as it is planned, with all that its sheets are composed with. */
export interface Plan {
  sheets: PlannedSheet<DrawnSheet>[];
  resources: Resources | undefined;
  projections: AtHandProjections;
}

/** The sheets of a drawing, those that follow by themselves among them; with `revisions` as they would be with these. */
export function usePlan(open: OpenDrawing | undefined, revisions: readonly RevisionRow[] | undefined): Plan {
  const { drawing, formats, office, frozen, profile } = open ?? {};
  const sources = useMemo(
    () => formats && office && profile && sourcesOf({ formats, office, frozen, profile }),
    [formats, office, frozen, profile],
  );
  const drawn = useMemo(() => {
    if (!drawing || !sources) return [];
    // The drawing's own scale, as it is typed, before its format is loaded anew.
    const shown = { ...drawing, ...(revisions && { revisions }) };
    return drawnSheets(shown, { ...sources, scale: drawing.scale }).sheets;
  }, [drawing, sources, revisions]);
  const projections = useProjections(drawn);
  const known = projections.projections;
  const given = open?.resources;
  const resources = useMemo(() => given && { ...given, projections: known }, [given, known]);
  const sheets = useMemo(() => (resources ? planSheets(drawn, resources) : NONE), [drawn, resources]);
  return { sheets, resources, projections };
}

/** One sheet of the plan composed. */
export function useSheet({ resources }: Plan, planned: PlannedSheet<DrawnSheet> | undefined): Outcome<Composed> {
  const [memo] = useState(() => new ProofMemo());
  return useMemo(() => {
    if (!planned || !resources) return { ok: false, reason: 'The drawing is not loaded yet.' };
    return composePlanned(planned, resources, undefined, memo.sheet(planned.place.number));
  }, [planned, resources, memo]);
}
