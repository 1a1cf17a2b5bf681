import { setTimeout } from 'node:timers/promises';
import { counted } from '../../core/counted';
import { type Lacking, lackingOnSheets } from '../../core/drawing/finishing';
import {
  type DrawnData,
  type DrawnSheet,
  type GoneFrom,
  drawnSheets,
  goneFrom,
  planDrawing,
} from '../../core/drawing/sheets';
import type { SheetFiles } from '../../core/exchange/sheet-files';
import { type PlannedSheet, composePlanned } from '../../core/scene/planning';
import type { Report } from '../../core/scene/report';
import type { Resources } from '../../core/scene/resources';
import type { Scene } from '../../core/scene/scene';
import { projectionsOf } from '../../core/view/placing';
import type { Projection, ProjectionState } from '../../core/view/projected';
import type { Database } from '../database';
import { findPictureFiles } from '../repositories/pictures';
import { type DrawingAtHand, resourcesAt } from './drawing-sources';
import { linesOfFinished } from './keeping-prints';
import { projectionsAtHand, projectionsKnown } from './projections';
import { ServiceError } from './service-error';

/** A sheet of a drawing as it prints now. */
export interface Print {
  planned: PlannedSheet<DrawnSheet>;
  scene: Scene;
  report: Report;
}

/** All sheets of a drawing as they print now, with what they are written with. */
export interface Prints {
  sheets: Print[];
  resources: Resources;
  files: SheetFiles;
  projections: ReadonlyMap<string, ProjectionState>;
  /** The sheets whose model or variant is no longer there. */
  gone: GoneFrom[];
}

/** How long somebody waits for views that are still projected, and how often it is looked, ms. */
const PATIENCE = { most: 60_000, pause: 400 };

/** Waits until the views of a drawing are projected. @throws ServiceError 422 when they take too long */
export async function viewsOnceThere(
  db: Database,
  drawing: DrawnData,
  { sources }: Pick<DrawingAtHand, 'sources'>,
): Promise<Map<string, ProjectionState>> {
  const wanted = wantedBy(drawing, sources);
  const end = Date.now() + PATIENCE.most;
  for (;;) {
    const projections = await projectionsAtHand(wanted, db);
    const waiting = [...projections.values()].filter((state) => state === 'waiting').length;
    if (waiting === 0) return projections;
    if (Date.now() > end)
      throw new ServiceError(
        422,
        `${counted(waiting, 'view')} of it ${waiting === 1 ? 'is' : 'are'} still projected. Try it again in a moment.`,
      );
    await setTimeout(PATIENCE.pause);
  }
}

/** How it stands with the views of a drawing: of a finished one as it printed; none is begun. */
export const viewsKnown = async (
  db: Database,
  drawing: DrawnData,
  { sources }: Pick<DrawingAtHand, 'sources'>,
): Promise<ReadonlyMap<string, ProjectionState>> =>
  sources.frozen?.lines
    ? linesOfFinished(db, drawing.number, sources.frozen)
    : projectionsKnown(wantedBy(drawing, sources), db);

const wantedBy = (drawing: DrawnData, sources: DrawingAtHand['sources']): Projection[] =>
  drawnSheets(drawing, sources).sheets.flatMap(({ views }) => (views ? [...projectionsOf(views).values()] : []));

/** The shaded pictures of projections, by their hashes. */
const shadedIn = (projections: ReadonlyMap<string, ProjectionState>): string[] =>
  [...projections.values()].flatMap((state) =>
    state !== 'waiting' && 'projected' in state ? (state.projected.shaded?.hash ?? []) : [],
  );

/** Composes all sheets of a drawing. @throws ServiceError 422 when a sheet cannot be composed, or its views take too long */
export async function printsOf(db: Database, drawing: DrawnData, at: DrawingAtHand): Promise<Prints> {
  const { resources: bare, files: own } = await resourcesAt(db, at);
  const { frozen } = at.sources;
  const projections = frozen?.lines
    ? await linesOfFinished(db, drawing.number, frozen)
    : await viewsOnceThere(db, drawing, at);
  const resources = { ...bare, projections };
  const shaded = await findPictureFiles(db, shadedIn(projections));
  const sheets = planDrawing(drawing, at.sources, resources).map((planned): Print => {
    const composed = composePlanned(planned, resources);
    if (!composed.ok) throw new ServiceError(422, composed.reason);
    const isFormer = frozen !== undefined && frozen.writing === undefined;
    const scene = isFormer ? { ...composed.scene, corners: 'open' as const } : composed.scene;
    return { planned, scene, report: composed.report };
  });
  return {
    sheets,
    resources,
    projections,
    gone: goneFrom(drawing, at.sources),
    files: { ...own, picture: (hash) => shaded.get(hash) ?? own.picture(hash) },
  };
}

/** What is wrong on the sheets of a drawing as they print now. */
export const wrongOn = ({ sheets, projections, gone }: Prints): Lacking[] => [
  ...gone.map((one): Lacking => ({ kind: 'gone', ...one })),
  ...lackingOnSheets(
    sheets.map(({ planned, report }) => ({
      number: planned.place.number,
      views: planned.views,
      findings: report.findings,
    })),
    projections,
  ),
];
