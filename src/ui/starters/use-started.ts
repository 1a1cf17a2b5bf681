'use client';

import { useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { FormatForDrawing, FormatView } from '../../contract/formats';
import { type DrawnSheet, drawnSheets } from '../../core/drawing/sheets';
import { defaultFor } from '../../core/office/format-defaults';
import type { ProfileDocument } from '../../core/profile/document';
import type { Composed } from '../../core/scene/compose';
import { type PlannedSheet, composePlanned, planSheets } from '../../core/scene/planning';
import type { Resources } from '../../core/scene/resources';
import type { StarterDocument } from '../../core/starter/starter';
import { type Starting, startedSheets } from '../../core/starter/starting';
import type { AtHand } from '../data/office';
import { modelsAtHand } from '../data/office';
import { useAtHand } from '../data/use-at-hand';
import { defaultsQuery } from '../editions/queries';
import { type AtHandProjections, useProjections } from '../views/use-projections';
import { formatForDrawingQuery } from './queries';

/** What a starter is tried on: a model in a variant. */
export interface Tried {
  specimen: string;
  variant?: string | undefined;
}

/** The sheets that a starter makes of a model. */
export interface StartedOn {
  tried: Tried;
  name: string;
  /** The format that its drawing is made on, and the size of its first sheet. */
  formatId: string;
  sizeId: string;
  sheets: { planned: PlannedSheet<DrawnSheet>; composed: Composed | undefined }[];
  leftOut: string[];
}

export interface StartedView {
  on: StartedOn[];
  projections: AtHandProjections;
  atHand: AtHand | undefined;
  /** Why nothing can be shown. */
  problem: string | undefined;
}

const NONE: StartedOn[] = [];

/** The sheets that a starter makes of some models today, on the editions that drawings are made on; composed anew with every change and as projections come. */
export function useStarted(starter: StarterDocument | undefined, tried: readonly Tried[]): StartedView {
  const { data: defaults } = useQuery(defaultsQuery);
  const own = starter?.format;
  const sheets = starter ? Object.values(starter.sheets).flat() : [];
  const usual = (['part', 'assembly'] as const).flatMap((kind) => defaultFor(defaults ?? [], { kind })?.formatId ?? []);
  const ids = [...new Set([...(own === undefined ? usual : [own]), ...sheets.flatMap(({ format }) => format ?? [])])];
  const { formats, profiles, refused } = useQueries({
    queries: ids.map(formatForDrawingQuery),
    combine: whenAllAreThere,
  });
  const models = useMemo(() => tried.map(({ specimen }) => specimen), [tried]);
  const { atHand, problem } = useAtHand(starter && defaults && ids.length > 0 ? formats : undefined, models);
  const begun = useMemo(() => {
    if (!starter || !atHand || !formats) return [];
    return tried.flatMap((one) => {
      const specimen = atHand.office.specimens.find(({ id }) => id === one.specimen);
      const kind = specimen?.model;
      const formatId = own ?? (kind && defaultFor(defaults ?? [], { kind })?.formatId);
      const format = formats.find(({ id }) => id === formatId);
      const profile = format && profiles?.get(format.id);
      if (!specimen || !format || !profile) return [];
      const starting = startingOn(starter, one, { format, formats, profile, atHand });
      const { sheets: made, leftOut } = startedSheets(starting);
      const drawn = drawnSheets({ ...starting.drawing, sizeId: '', sheets: made }, starting.sources).sheets;
      const sizeId = made[0]?.sizeId ?? format.edition.document.mainSize;
      return [{ tried: one, name: specimen.name, formatId: format.id, sizeId, drawn, leftOut }];
    });
  }, [starter, tried, atHand, formats, profiles, defaults, own]);
  const all = useMemo(() => begun.flatMap(({ drawn }) => drawn), [begun]);
  const projections = useProjections(all);
  const known = projections.projections;
  const on = useMemo(() => {
    if (!atHand) return NONE;
    const resources: Resources = { ...atHand.resources, projections: known };
    return begun.map(({ drawn, ...one }): StartedOn => ({
      ...one,
      sheets: planSheets(drawn, resources).map((planned) => {
        const composed = composePlanned(planned, resources);
        return { planned, composed: composed.ok ? composed : undefined };
      }),
    }));
  }, [begun, atHand, known]);
  const lacksFormat = starter && defaults && ids.length === 0;
  return {
    on,
    projections,
    atHand,
    problem: lacksFormat ? 'The office has no default format. Choose a format for the starter.' : (refused ?? problem),
  };
}

/** The formats that drawings are made on, and the profile of each by its id, once all are there; why one is not drawn on. */
function whenAllAreThere(results: readonly { data?: FormatForDrawing | undefined; error: Error | null }[]): {
  formats?: FormatView[];
  profiles?: ReadonlyMap<string, ProfileDocument>;
  refused?: string;
} {
  const refused = results.find(({ error }) => error)?.error?.message;
  if (refused !== undefined) return { refused };
  const all = results.flatMap(({ data }) => data ?? []);
  if (all.length < results.length) return {};
  return {
    formats: all.map(({ format }) => format),
    profiles: new Map(all.map(({ format, profile }) => [format.id, profile])),
  };
}

/** What a drawing of a model begins from, on the screen. */
function startingOn(
  starter: StarterDocument,
  { specimen, variant }: Tried,
  given: { format: FormatView; formats: readonly FormatView[]; profile: ProfileDocument; atHand: AtHand },
): Starting {
  const { format, formats, profile, atHand } = given;
  const { definitions: _, revisions: __, drawing: ___, ...facts } = format.facts;
  const others = formats.filter(({ id }) => id !== format.id);
  return {
    starter,
    drawing: { number: 'NEW', answers: {}, overruled: {}, specimen, variant, revisions: [], items: {} },
    sources: {
      document: format.edition.document,
      others: new Map(others.map(({ edition }) => [edition.id, edition.document])),
      definitions: new Map(
        formats.flatMap(({ edition, facts: { definitions } }) =>
          definitions ? [[edition.document, definitions] as const] : [],
        ),
      ),
      models: modelsAtHand(atHand.office),
      profile,
      facts: { ...facts, today: atHand.office.today },
      scale: '',
    },
    editions: new Map(others.map(({ id, edition }) => [id, edition.id])),
    resources: atHand.resources,
  };
}
