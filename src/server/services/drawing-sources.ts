import type { FormatView, OfficeFacts } from '../../contract/formats';
import { lacksScale } from '../../core/drawing/finishing';
import { askedBy, unanswered } from '../../core/drawing/asking';
import { modelHash } from '../../core/drawing/drawing';
import { withKept } from '../../core/drawing/kept-office';
import { type DrawingSources, editionsOf, modelsOnSheet } from '../../core/drawing/sheets';
import { type Frozen, definitionsOf } from '../../core/edition/snapshot';
import { canonicalHash } from '../../core/format/canonical';
import type { FormatDocument } from '../../core/format/document';
import type { ProfileDocument } from '../../core/profile/document';
import { profileFacts } from '../../core/profile/printed';
import { storedProfile } from '../../core/profile/reading';
import type { Facts } from '../../core/property/facts';
import { resolveProperty } from '../../core/property/resolving';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { modelFacts } from '../../core/specimen/model-facts';
import type { ModelSources } from '../../core/specimen/models';
import type { Database } from '../database';
import type { DrawingRow, RegisterColumns } from '../repositories/drawings';
import { type EditionRow, findEditions, findFormat } from '../repositories/formats';
import { findPlaces, placesOf } from '../repositories/value-places';
import { editionView } from './format-views';
import { frozenDrawingOf, frozenOf, newerInOffice } from './frozen';
import { profileOfDrawing } from './profiles-at-hand';
import { type ModelsAtHand, modelsAtHand } from './models-at-hand';
import { ServiceError } from './service-error';
import { sheetResources } from './sheet-resources';
import { officeToday } from './today';

export const GONE = () => new ServiceError(404, 'There is no such drawing in the register.');

/** The models on a drawing's sheets, its own first. */
export const modelsOf = ({ specimen, sheets }: Pick<DrawingRow, 'specimen' | 'sheets'>): string[] => [
  ...new Set([specimen, ...sheets.flatMap(modelsOnSheet)]),
];

/** All that a drawing's sheets are made from. */
export interface DrawingAtHand {
  /** The editions of its sheets' formats, its own first. */
  editions: EditionRow[];
  /** What the released ones among them froze. */
  froze: ReadonlyMap<string, Frozen>;
  models: ModelsAtHand;
  /** What they are filled from beside model and drawing: what is the drawing's own, and today. */
  facts: OfficeFacts;
  profile: ProfileDocument;
  sources: DrawingSources;
}

/** What a drawing is filled from beside its model: its project and its profile, the organisation, today; `frozen` is of its edition. */
export async function drawingSurroundings(
  db: Database,
  row: Pick<DrawingRow, 'projectId' | 'profileId' | 'profileRevision' | 'siteId'> &
    Partial<Pick<DrawingRow, 'keptOffice'>>,
  frozen?: Frozen,
): Promise<OfficeFacts & { profileDocument: ProfileDocument }> {
  const { projectId, siteId, keptOffice = {} } = row;
  const places = await findPlaces(db, [projectId]);
  const profile = await profileOfDrawing(db, row, frozen);
  if (!profile) throw new ServiceError(422, 'The drawing’s drafting profile is no longer there. Choose another one.');
  const sites = await placesOf(db, 'organisation');
  const organisation = sites.find(({ id }) => id === siteId) ?? sites[0];
  const named = (id: string) => {
    const place = places.get(id);
    return place && { name: place.name, values: withKept(place.values, keptOffice.project) };
  };
  return {
    project: named(projectId),
    organisation: organisation && {
      name: organisation.name,
      values: withKept(organisation.values, keptOffice.organisation),
    },
    today: await officeToday(db),
    ...profileFacts(profile),
    profileDocument: profile.document,
  };
}

/** Editions with what those that are released froze, in the given order. @throws ServiceError 422 when one is not there */
export async function editionsAtHand(
  db: Database,
  ids: readonly string[],
): Promise<Pick<DrawingAtHand, 'editions' | 'froze'>> {
  const found = await findEditions(db, ids);
  const editions: EditionRow[] = [];
  const froze = new Map<string, Frozen>();
  for (const id of ids) {
    const edition = found.get(id);
    if (!edition) throw new ServiceError(422, 'A sheet’s format is no longer on the shelf. Choose another one.');
    const frozen = await frozenOf(db, edition);
    if (frozen) froze.set(id, frozen);
    editions.push(frozen ? { ...edition, document: frozen.document } : edition);
  }
  return { editions, froze };
}

/** Reads all that a drawing's sheets are made from: its formats, its models with all that they are made of. */
export async function drawingAtHand(
  db: Database,
  row: Pick<
    DrawingRow,
    | 'number'
    | 'editionId'
    | 'sheets'
    | 'specimen'
    | 'projectId'
    | 'profileId'
    | 'profileRevision'
    | 'siteId'
    | 'scale'
    | 'frozen'
  > &
    Partial<Pick<DrawingRow, 'keptOffice'>>,
): Promise<DrawingAtHand> {
  const { editions, froze } = await editionsAtHand(db, editionsOf(row));
  const models = await modelsAtHand(db, modelsOf(row));
  const { profileDocument, ...facts } = await drawingSurroundings(db, row, froze.get(row.editionId));
  const [own, ...others] = editions;
  const printed = await frozenDrawingOf(db, row);
  // What was finished is written by the profile as it was then, even if that was never released.
  const profile = printed?.profile ? storedProfile(printed.profile, models.properties) : profileDocument;
  return {
    editions,
    models,
    facts,
    profile,
    froze,
    sources: {
      document: own!.document,
      others: new Map(others.map(({ id, document }) => [id, document])),
      definitions: new Map(
        editions.flatMap(({ id, document }) => {
          const frozen = froze.get(id);
          return frozen ? [[document, definitionsOf(frozen.properties)] as const] : [];
        }),
      ),
      frozen: printed,
      models: models.sources,
      profile,
      facts,
      scale: row.scale,
    },
  };
}

/** The formats of a drawing's sheets as the interface takes them. */
export async function formatsOf(
  db: Database,
  { editions, froze, facts, sources }: DrawingAtHand,
  hidden: readonly string[] = [],
): Promise<FormatView[]> {
  const views: FormatView[] = [];
  for (const edition of editions) {
    const format = (await findFormat(db, edition.formatId))!;
    const frozen = froze.get(edition.id);
    views.push({
      id: format.id,
      name: format.name,
      edition: editionView(edition),
      facts: { ...facts, ...(frozen && { definitions: definitionsOf(frozen.properties) }) },
      scale: sources.scale,
      ...(frozen && { newer: await newerInOffice(db, edition, frozen, hidden) }),
    });
  }
  return views;
}

/** What a model gives, in a variant of it; nothing where it is no longer there. */
export function modelGives(
  { specimen, variant }: Pick<DrawingRow, 'specimen' | 'variant'>,
  sources: ModelSources,
): Pick<Facts, 'model' | 'variant'> {
  const model = sources.specimens.get(specimen);
  return model ? modelFacts(model, variant, sources) : {};
}

/** A hash of all that the models on a drawing's sheets give it. */
export function shownHash(row: Pick<DrawingRow, 'specimen' | 'variant' | 'sheets'>, sources: ModelSources): string {
  const others = row.sheets.flatMap(({ specimen, variant }) =>
    specimen === undefined ? [] : [modelHash(modelGives({ specimen, variant }, sources))],
  );
  const own = modelHash(modelGives(row, sources));
  const viewed = row.sheets.flatMap((sheet) => (sheet.views ? [row.specimen, ...modelsOnSheet(sheet)] : []));
  const shapes = [...new Set(viewed)].flatMap((id) => {
    const { shape, flat } = sources.specimens.get(id) ?? {};
    return [shape?.hash ?? '', flat?.hash ?? ''];
  });
  return others.length + shapes.length === 0 ? own : canonicalHash([own, ...others, ...shapes]);
}

/** What the register shows of a drawing. */
export function registerColumns(
  row: DrawingRow,
  { editions, models, sources: { frozen } }: DrawingAtHand,
): RegisterColumns {
  const { sources } = models;
  // A finished drawing is listed as it was printed.
  const printed = frozen?.sheets[0]?.facts;
  const given = printed ? { model: printed.model, variant: printed.variant } : modelGives(row, sources);
  const title = sources.properties.get(SUPPLIED.title);
  const facts: Facts = { ...given, today: '2000-01-01', locale: { decimalMark: '.' } };
  const value = title && resolveProperty(title, facts, {}).value;
  const documents: FormatDocument[] = editions.map(({ document }) => document);
  return {
    title: value === undefined ? '' : valueText(value),
    modelName: given.model?.name ?? row.specimen,
    open: [
      ...unanswered(askedBy(documents), row.answers).map(({ name }) => name),
      ...(lacksScale(documents, row) ? ['Scale'] : []),
    ],
    modelChanged: row.state === 'finished' && row.finishedWith !== shownHash(row, sources),
    models: models.specimens.map(({ id }) => id),
  };
}

/** What a drawing's sheets are composed with, and the files that written sheets carry. */
export const resourcesAt = (db: Database, { editions, facts, models, sources, profile }: DrawingAtHand) =>
  sheetResources(
    db,
    editions.map(({ document }) => document),
    sources.frozen?.sheets[0]?.facts ?? facts,
    models.properties,
    profile,
  );
