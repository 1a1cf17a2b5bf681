import { z } from 'zod';
import { FitUse } from '../lettering/fit-use';
import { PartsTrouble } from '../property/facts';
import { DisplayTrouble } from '../property/display';
import { TracksTrouble } from '../format/tracks';
import { Demand } from '../rules/document';
import { Repair } from './repair';

/** How much a finding weighs. */
export const Weight = z.enum(['blocks release', 'warning', 'note']);
export type Weight = z.infer<typeof Weight>;

const text = z.string();
const mm = z.number();
const count = z.int();

/** What is known of each kind of finding. */
interface Kind<P extends z.ZodRawShape> {
  params: z.ZodObject<P>;
  /** What it weighs where no rule book says otherwise. */
  weight: Weight;
  /** Those of its params that make its cause: an acceptance holds as long as they stay. */
  cause: readonly (keyof P & string)[];
}

const kind = <P extends z.ZodRawShape>(weight: Weight, params: P, cause: readonly (keyof P & string)[]): Kind<P> => ({
  params: z.object(params),
  weight,
  cause,
});

/** What a sheet says of how it is drafted. */
const DRAFTING_DATA = ['unit', 'projection', 'tolerance'] as const;
export type DraftingDatum = (typeof DRAFTING_DATA)[number];

/** The closed list of what checks can notice, by code. Lengths in mm. */
export const KINDS = {
  // Blocks and where they stand.
  'tracks do not add up': kind('blocks release', { trouble: TracksTrouble }, ['trouble']),
  'block outside': kind('blocks release', { width: mm, height: mm, size: text, spaceWidth: mm, spaceHeight: mm }, [
    'size',
  ]),
  'block on another': kind('blocks release', { other: text, otherName: text }, ['other']),
  'no title block': kind('blocks release', { size: text }, ['size']),
  'nearly aligned': kind(
    'warning',
    { lines: z.enum(['upright', 'level']), other: text, otherName: text, distance: mm },
    ['lines', 'other', 'distance'],
  ),
  'little clear area': kind('warning', { percent: z.number(), wanted: z.number() }, ['percent', 'wanted']),
  'title block too large': kind('note', { of: z.enum(['width', 'share']), is: z.number(), most: z.number() }, [
    'of',
    'is',
  ]),

  // Views of the model.
  'views do not fit': kind('warning', { scale: text }, ['scale']),
  'sheet mostly empty': kind('note', { percent: z.number(), wanted: z.number() }, ['percent', 'wanted']),
  'view off its area': kind('warning', { view: text, name: text, on: text.optional() }, ['view', 'on']),
  'view on another': kind('warning', { view: text, name: text, other: text }, ['view', 'other']),
  'shape of another assembly': kind('warning', { model: text, onlyInShape: z.array(text), onlyInList: z.array(text) }, [
    'model',
    'onlyInShape',
    'onlyInList',
  ]),
  'part not left whole': kind('warning', { view: text, name: text, parts: z.array(text) }, ['view', 'parts']),
  'view not to be seen': kind('warning', { view: text, name: text, trouble: text }, ['view', 'trouble']),

  // Lettering and lines.
  'under the least height': kind(
    'warning',
    { of: z.enum(['values', 'captions']), style: text, styleName: text, height: mm, least: mm },
    ['of', 'height'],
  ),
  'title or number too small': kind(
    'note',
    { of: z.enum(['title', 'drawing number']), height: mm, least: mm, size: text },
    ['of', 'height'],
  ),
  'height outside the series': kind('note', { style: text, styleName: text, height: mm }, ['style', 'height']),
  'zone characters too large': kind('warning', { height: mm, clear: mm, least: mm }, ['height']),
  'line width outside the series': kind('note', { width: mm }, ['width']),
  'line width outside the group': kind('note', { width: mm, group: z.array(mm) }, ['width']),
  'text on a line': kind(
    'warning',
    { text, of: z.enum(['captions', 'content']), width: mm, by: mm, other: text.optional() },
    ['text', 'width'],
  ),
  'font missing': kind('blocks release', { font: text }, ['font']),
  'glyph missing': kind('blocks release', { characters: z.array(text) }, ['characters']),
  'glyph from another font': kind('note', { characters: z.array(text) }, ['characters']),

  'characters left out': kind('warning', { characters: z.array(text) }, ['characters']),
  'right-to-left text': kind('blocks release', { text }, ['text']),

  // What cells hold.
  'caption too long': kind('blocks release', { text, needs: mm, has: mm }, ['text']),
  'nothing behind a caption': kind('warning', {}, []),
  'sheet data as fixed text': kind('warning', { datum: z.enum(['scale', 'sheet-size', 'sheet-number']), text }, [
    'text',
  ]),
  'value as fixed text': kind(
    'warning',
    { as: z.enum(['scale', 'sheet size', 'sheet number', 'date', 'unit', 'name', 'filler']), text },
    ['text'],
  ),
  'filler as a value': kind('warning', { name: text, value: text }, ['value']),
  'caption of another property': kind('warning', { caption: text, name: text, other: text }, ['caption', 'name']),
  'sheet number without the count': kind('note', {}, []),
  'small letters': kind('note', { text }, ['text']),
  'unknown property': kind('blocks release', { property: text }, ['property']),
  'no value': kind('warning', { property: text, name: text, from: text.optional() }, ['property']),
  'prints as zero': kind('warning', { property: text, name: text, value: text }, ['property']),
  'value cannot be written': kind('blocks release', { property: text, name: text, trouble: DisplayTrouble }, [
    'property',
    'trouble',
  ]),
  'text overflows': kind(
    'blocks release',
    { text, excess: mm, way: z.enum(['long', 'high']), steps: z.array(FitUse) },
    ['text'],
  ),
  'text squeezed': kind('note', { text, steps: z.array(FitUse) }, ['text']),
  'text wrapped': kind('note', { text, steps: z.array(FitUse) }, ['text']),
  'text stepped down': kind('note', { text, steps: z.array(FitUse) }, ['text']),
  'picture missing': kind('blocks release', { hash: text }, ['hash']),
  'picture too coarse': kind('warning', { dpi: z.number(), least: z.number() }, ['dpi']),
  'projection angle not stated': kind('blocks release', { stated: text.optional() }, ['stated']),

  // The title block's data.
  'required data missing': kind('warning', { datum: text, name: text }, ['datum']),
  'data outside the lists': kind('note', { property: text, name: text }, ['property']),
  'one property under two captions': kind(
    'warning',
    { property: text, name: text, first: text, second: text, more: count },
    ['property'],
  ),

  // The title and the drawing's number.
  'title without its noun': kind('note', { title: text, better: text.optional() }, ['title']),
  'title with a full stop': kind('note', { title: text, better: text }, ['title']),
  'title too long': kind('note', { title: text, length: count, most: count }, ['title', 'most']),
  'number against its pattern': kind('warning', { number: text, pattern: text }, ['number', 'pattern']),

  // What is asked.
  'nobody is asked': kind('warning', { property: text, name: text }, ['property']),
  'asked twice': kind('warning', { key: text, name: text }, ['key']),
  'asked out of order': kind('note', { key: text, name: text }, ['key']),
  'revision asked for': kind('warning', { name: text }, []),

  // Models and people.
  'total mass not known': kind('warning', { model: text, without: z.array(text) }, ['without']),
  'mass is zero': kind('warning', { model: text }, ['model']),
  'mass is negative': kind('warning', { model: text }, ['model']),
  'mass out of date': kind('warning', { model: text, says: z.number(), adds: z.number() }, ['model', 'says', 'adds']),
  'mass against the shape': kind('warning', { model: text, says: z.number(), weighs: z.number() }, [
    'model',
    'says',
    'weighs',
  ]),
  'sources disagree': kind(
    'warning',
    { model: text, property: text, name: text, by: text, says: text, otherBy: text, otherSays: text },
    ['model', 'property', 'says', 'otherSays'],
  ),
  'revisions disagree': kind('warning', { model: text, drawing: text }, ['model', 'drawing']),
  'checked by the drafter': kind('warning', { person: text }, ['person']),
  'approved by its maker': kind('warning', { person: text, as: z.enum(['drafter', 'checker']) }, ['person', 'as']),
  'name too long': kind('note', { name: text, person: text, length: count, most: count }, ['person', 'most']),
  'dates out of order': kind('warning', { first: text, firstDate: text, second: text, secondDate: text }, [
    'firstDate',
    'secondDate',
  ]),
  'dates in two forms': kind('note', { first: text, second: text }, ['first', 'second']),

  // Standards and the drafting profile.
  'scale outside the series': kind('warning', { scale: text }, ['scale']),
  'drafting data not printed': kind('note', { what: z.enum(DRAFTING_DATA) }, ['what']),
  'against the profile': kind('warning', { what: z.enum(DRAFTING_DATA), says: text, profile: text }, [
    'what',
    'says',
    'profile',
  ]),
  'old edition of a standard': kind('warning', { named: text, newest: text }, ['named']),
  'confidentiality note not printed': kind('warning', { name: text, says: text.optional() }, ['says']),

  // What the house demands of a property.
  'house check': kind(
    'warning',
    { check: text, checkName: text, property: text, name: text, says: text.optional(), demand: Demand },
    ['check', 'says'],
  ),

  // Growing tables.
  'no parts list': kind('warning', { trouble: PartsTrouble }, ['trouble']),
  'component without a part number': kind('warning', { components: z.array(text) }, ['components']),
  'part number shared': kind('warning', { number: text, by: z.array(text) }, ['number', 'by']),
  'no general tolerances': kind('warning', { stated: text.optional() }, ['stated']),
  'rows without a place': kind('blocks release', { rows: count }, ['rows']),
  'older rows not shown': kind('note', { rows: count }, []),
} as const;

export type FindingCode = keyof typeof KINDS;
export type FindingParams<C extends FindingCode> = z.infer<(typeof KINDS)[C]['params']>;
export const FindingCode = z.enum(Object.keys(KINDS) as [FindingCode, ...FindingCode[]]);

/** Where a finding is. Ids are what counts; `name` is what the place is called, for people to read. */
export const Place = z.object({
  /** The following sheet of a proof that it is on; absent for the first. */
  sheet: z.int().optional(),
  block: z.string().optional(),
  cell: z.string().optional(),
  name: z.string().optional(),
  /** How many further rows of its table it is about. */
  moreRows: z.int().optional(),
});
export type Place = z.infer<typeof Place>;

export interface FindingOf<C extends FindingCode> {
  code: C;
  params: FindingParams<C>;
  place: Place;
  weight: Weight;
  /** Steps that mend it. */
  repair?: Repair | undefined;
  /** The reason for which the office accepts it. */
  accepted?: string | undefined;
}

/** Something a check noticed: what, where, how bad, and what mends it. Its words are rendered from it. */
export type Finding = { [C in FindingCode]: FindingOf<C> }[FindingCode];

/** One member a code; the type of its infer is {@link Finding}. */
export const Finding: z.ZodType<Finding> = z.discriminatedUnion(
  'code',
  Object.entries(KINDS).map(([code, { params, weight: _ }]) =>
    z.object({
      code: z.literal(code),
      params,
      place: Place,
      weight: Weight,
      repair: Repair.optional(),
      accepted: z.string().optional(),
    }),
  ) as unknown as [z.ZodObject<{ code: z.ZodLiteral<string> }>],
) as unknown as z.ZodType<Finding>;

/** A finding of its usual weight. */
export function noticed<C extends FindingCode>(
  code: C,
  params: FindingParams<C>,
  place: Place,
  repair?: Repair,
): Finding {
  const weight = KINDS[code].weight;
  return (repair ? { code, params, place, weight, repair } : { code, params, place, weight }) as Finding;
}

/** Tells a finding from others of the same sheet or proof. */
export const findingKey = ({ code, place, params }: Finding): string =>
  JSON.stringify([code, place.sheet, place.block, place.cell, params]);
