import { counted } from '../counted';
import type { Acceptance } from '../format/acceptance';
import type { TracksTrouble } from '../format/tracks';
import { trimNumber } from '../geometry/length';
import { codeName } from '../lettering/clean-text';
import type { FitUse } from '../lettering/fit-use';
import type { DisplayTrouble } from '../property/display';
import type { PartsTrouble } from '../property/facts';
import type { Demand } from '../rules/document';
import {
  type DraftingDatum,
  type FindingCode,
  type FindingOf,
  type Finding,
  FindingCode as Code,
  KINDS,
  type Place,
} from './finding';
import type { Verdict } from './verdict';

const mm = (length: number, decimals = 2) => `${trimNumber(length, decimals)} mm`;
const quoted = (text: string) => `“${text}”`;
/** A length that is never said to be nothing. */
const little = (length: number) =>
  length >= 0.05 ? mm(length, 1) : length >= 0.005 ? mm(length, 2) : 'less than 0.01 mm';
/** A character as it looks, or, where there is nothing to see, by its code. */
const character = (one: string) => (/^[\p{C}\p{Z}\p{M}]/u.test(one) ? codeName(one) : quoted(one));
const shortened = (text: string) => (text.length > 32 ? `${text.slice(0, 31)}…` : text);

/** Names in a row, of many the first three and how many more there are. */
const listed = (names: readonly string[]): string =>
  names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');

/** What fitting did to a text, in words. */
export function fitUseWords(use: FitUse): string {
  switch (use.kind) {
    case 'stepped down':
      return `stepped down to ${mm(use.height)}`;
    case 'wrapped':
      return `wrapped to ${counted(use.lines, 'line')}`;
    case 'squeezed':
      return `squeezed to ${trimNumber(use.to, 3)}`;
  }
}

const used = (steps: readonly FitUse[]) => steps.map(fitUseWords).join(' and ');

function tracksWords(trouble: TracksTrouble): string {
  switch (trouble.kind) {
    case 'no total':
      return `A ${trouble.axis} shares what is left, but the block’s total is not fixed. Give it a total or stretch it.`;
    case 'another sum':
      return `The ${trouble.axis}s add up to ${mm(trouble.sum, 6)}; the block’s total is ${mm(trouble.total, 6)}.`;
    case 'too little room':
      return `The ${trouble.axis}s need ${mm(trouble.excess, 6)} more than the block’s total.`;
    case 'cell over the heading':
      return 'A cell reaches over the row that is repeated and its heading. Split it first.';
  }
}

/** Why a value cannot be written as its display format asks. */
export function displayTroubleWords(trouble: DisplayTrouble): string {
  switch (trouble.kind) {
    case 'not a date':
      return `${quoted(trouble.value)} is not a date; write it YYYY-MM-DD.`;
    case 'not a number':
      return `${quoted(trouble.value)} is not a number.`;
    case 'unknown unit':
      return `The unit ${quoted(trouble.unit)} is not known.`;
    case 'another quantity':
      return `${trouble.from} is a unit of ${trouble.fromQuantity} and cannot be shown in ${trouble.to}, a unit of ${trouble.toQuantity}.`;
  }
}

/** Why an assembly has no parts list. */
function partsWords(trouble: PartsTrouble): string {
  switch (trouble.kind) {
    case 'holds itself':
      return `${trouble.model} holds itself; it has no parts list.`;
    case 'component not there':
      return `${trouble.assembly} names the component ${trouble.component}, which is not there.`;
    case 'too many rows':
      return `The indented parts list of ${trouble.model} would have more than ${trouble.most} rows. List all parts instead.`;
  }
}

/** What ISO 7200 calls the data that it requires. */
const REQUIRED: Readonly<Record<string, string>> = {
  'drawing-number': 'the identification number',
  'date-of-issue': 'the date of issue',
  'sheet-number': 'the sheet number',
  title: 'the title',
  'approved-by': 'the approval person',
  'created-by': 'the creator',
  'document-type': 'the document type',
};

const DRAFTING: Record<DraftingDatum, string> = {
  unit: 'unit of lengths',
  projection: 'projection',
  tolerance: 'general tolerance',
};

/** What a house check demands, behind *should*; a property that it names is called as `nameOf` says. */
export function demandWords(demand: Demand, nameOf: (property: string) => string = (id) => id): string {
  switch (demand.kind) {
    case 'is there':
      return 'have a value';
    case 'is empty':
      return 'have no value';
    case 'is one of':
      return `be ${either(demand.texts)}`;
    case 'is none of':
      return `not be ${either(demand.texts)}`;
    case 'begins with':
      return `begin with ${either(demand.texts)}`;
    case 'has the form':
      return `have the form ${demand.pattern}`;
    case 'has at most':
      return `have ${counted(demand.characters, 'character')} at most`;
    case 'is at least':
      return `be ${demand.number} at least`;
    case 'is at most':
      return `be ${demand.number} at most`;
    case 'is the same as':
      return `be the same as ${quoted(nameOf(demand.property))}`;
    case 'differs from':
      return `differ from ${quoted(nameOf(demand.property))}`;
  }
}

const either = (texts: readonly string[]) => listed(texts.map(quoted)).replace(/, (?=[^,]*$)/, ' or ');

/** What is said of a value that stands as fixed text. */
const FIXED: Record<FindingOf<'value as fixed text'>['params']['as'], (text: string) => string> = {
  scale: (text) => `the scale in ${text} is fixed text; it will not follow the sheet.`,
  'sheet size': (text) => `the size in ${text} is fixed text; it will not follow the sheet.`,
  'sheet number': (text) => `${text} is fixed text; it will not follow the sheets.`,
  date: (text) => `the date ${text} is fixed text and stands on every drawing.`,
  unit: (text) => `the unit in ${text} is fixed text; it will not follow the profile.`,
  name: (text) => `the name ${text} is fixed text and stands on every drawing.`,
  filler: (text) => `${text} looks like a filler that nobody has replaced.`,
};

const SHEET_DATA = { scale: 'scale', 'sheet-size': 'sheet size', 'sheet-number': 'sheet number' };

const altered = ({ text, steps }: { text: string; steps: readonly FitUse[] }) =>
  `${quoted(shortened(text))} is ${used(steps)}.`;

/** What each kind of finding says, behind the name of its place. */
const WORDS: { [C in FindingCode]: (params: FindingOf<C>['params'], place: Place) => string } = {
  'tracks do not add up': ({ trouble }) => tracksWords(trouble),
  'block outside': ({ width, height, size, spaceWidth, spaceHeight }) =>
    `${trimNumber(width, 2)} × ${mm(height)} does not lie within the drawing space of ${size}, ${trimNumber(spaceWidth, 2)} × ${mm(spaceHeight)}.`,
  'block on another': ({ otherName }) => `lies on ${quoted(otherName)}.`,
  'no title block': ({ size }) => `${size} has no title block: nothing on it names the drawing.`,
  'nearly aligned': ({ lines, otherName, distance }) =>
    `its ${lines} lines and those of ${quoted(otherName)} lie ${mm(distance, 4)} apart.`,
  'little clear area': ({ percent, wanted }) =>
    `The largest clear rectangle is ${percent} % of the drawing space; ${wanted} % is wanted for views.`,
  'views do not fit': ({ scale }) => `The views do not find room in the clear area, even at ${scale}.`,
  'sheet mostly empty': ({ percent, wanted }) =>
    `The views take ${percent} % of the clear area; ${wanted} % is wanted. A larger scale or a smaller sheet fills it.`,
  'view off its area': ({ name, on }) =>
    on === undefined ? `${name} reaches over the drawing space.` : `${name} lies on ${quoted(on)}.`,
  'view on another': ({ name, other }) => `${name} lies on another view: ${other}.`,
  'shape of another assembly': ({ model, onlyInShape, onlyInList }) =>
    [
      `The shape of ${model} has other components than its list.`,
      onlyInShape.length > 0 && `Only in the shape: ${listed(onlyInShape)}.`,
      onlyInList.length > 0 && `Only in the list: ${listed(onlyInList)}.`,
    ]
      .filter(Boolean)
      .join(' '),
  'part not left whole': ({ name, parts }) =>
    `${name}: the shape has no ${listed(parts)}, so nothing of it is left whole.`,
  'view not to be seen': ({ name, trouble }) => `${name} cannot be seen: ${trouble}`,
  'title block too large': ({ of, is, most }) =>
    of === 'width'
      ? `${mm(is)} wide; ${mm(most)} is the most.`
      : `takes ${trimNumber(is, 1)} % of the drawing space; ${trimNumber(most, 1)} % is the most.`,
  'title or number too small': ({ of, height, least, size }) =>
    `the ${of} is lettered ${mm(height)} high on ${size}; ${mm(least)} is the least on large sheets.`,
  'under the least height': ({ of, styleName, height, least }) =>
    of === 'captions'
      ? `Captions in ${quoted(styleName)} are ${mm(height)} high; ${mm(least)} is the least.`
      : `lettered ${mm(height)} high; ${mm(least)} is the least for values.`,
  'height outside the series': ({ styleName, height }) =>
    `The style ${quoted(styleName)} is ${mm(height, 3)} high, which is not in the series of ISO 3098.`,
  'zone characters too large': ({ height, clear, least }) =>
    clear > 0
      ? `The characters of the zones are ${mm(height)} high and stand ${mm(clear)} from the lines beside them; ${mm(least)} is the least.`
      : `The characters of the zones are ${mm(height)} high and touch the lines beside them.`,
  'line width outside the series': ({ width }, { block }) =>
    `${block === undefined ? 'The frame line' : 'a line'} is ${mm(width, 3)} wide, which is not in the series.`,
  'text on a line': ({ text, of, width, by, other }) =>
    `${of === 'captions' ? 'its caption ' : ''}${quoted(shortened(text))} touches a line ${mm(width)} wide${
      other === undefined ? '' : ` of ${other}`
    }, by ${little(by)}.`,
  'line width outside the group': ({ width, group }) =>
    `a line is ${mm(width, 3)} wide; the profile’s line group has ${group.map((one) => trimNumber(one, 3)).join(', ')} mm.`,
  'font missing': () => 'the font of its lettering is not in the office; Osifont stands in for it.',
  'glyph missing': ({ characters }) => `no font has ${characters.map(character).join(' ')}; a box is printed instead.`,
  'glyph from another font': ({ characters }) =>
    `${characters.map(character).join(' ')} ${characters.length > 1 ? 'come' : 'comes'} from another font.`,
  'characters left out': ({ characters }) =>
    `${characters.join(', ')} in its text ${characters.length > 1 ? 'are' : 'is'} left out: there is nothing to print of ${characters.length > 1 ? 'them' : 'it'}.`,
  'right-to-left text': ({ text }) =>
    `${quoted(shortened(text))} is written from right to left, which Zonograph cannot letter.`,
  'caption too long': ({ text, needs, has }) =>
    `its caption ${quoted(text)} needs ${mm(needs, 1)}, the cell has ${mm(has, 1)}.`,
  'nothing behind a caption': () => 'its caption has nothing behind it.',
  'sheet data as fixed text': ({ datum, text }) =>
    `the ${SHEET_DATA[datum]} ${quoted(text)} is fixed text; it will not follow the sheet.`,
  'value as fixed text': ({ as, text }) => FIXED[as](quoted(shortened(text))),
  'filler as a value': ({ name, value }) =>
    `${quoted(name)} is ${quoted(shortened(value))}, a filler that nobody has replaced.`,
  'caption of another property': ({ caption, name, other }) =>
    `its caption ${quoted(caption)} names ${quoted(other)}, but ${quoted(name)} is printed.`,
  'sheet number without the count': () => 'the number of the sheet is printed, but not how many sheets there are.',
  'small letters': ({ text }) => `${quoted(shortened(text))} has small letters; this office writes capitals.`,
  'unknown property': ({ property }) => `linked to the property ${quoted(property)}, which is not in the dictionary.`,
  'no value': ({ name, from }) =>
    `${quoted(name)} has no value${from === undefined ? ': nothing gives it' : ` in ${from}`}.`,
  'prints as zero': ({ name, value }) =>
    `${quoted(name)} is ${value} and prints as zero. Give it more decimals or another unit.`,
  'value cannot be written': ({ name, trouble }) =>
    `${quoted(name)} cannot be written: ${displayTroubleWords(trouble)}`,
  'text overflows': ({ text, excess, way, steps }) =>
    `${quoted(shortened(text))} is ${little(excess)} too ${way}${steps.length > 0 ? `, even ${used(steps)}` : ''}.`,
  'text squeezed': altered,
  'text wrapped': altered,
  'text stepped down': altered,
  'picture missing': () => 'its picture is not in the office. Put it in again.',
  'picture too coarse': ({ dpi, least }) => `the picture prints at ${dpi} dots per inch; it needs ${least}.`,
  'projection angle not stated': ({ stated }) =>
    stated === undefined
      ? 'the drafting profile does not say in which projection views stand: first angle or third angle.'
      : `${quoted(stated)} is no projection; the drafting profile says first angle or third angle.`,
  'required data missing': ({ datum, name }) =>
    datum in REQUIRED
      ? `The title block lacks ${REQUIRED[datum]!}, which ISO 7200 requires.`
      : `The title block lacks ${quoted(name)}, which the rule book requires.`,
  'data outside the lists': ({ name }) => `${quoted(name)} is neither required nor allowed in a title block.`,
  'title without its noun': ({ title, better }) =>
    better === undefined
      ? `the title ${quoted(shortened(title))} does not begin with a noun of the office’s list.`
      : `the title ${quoted(shortened(title))} does not begin with its noun: ${quoted(better)}.`,
  'title with a full stop': ({ title }) => `the title ${quoted(shortened(title))} ends with a full stop.`,
  'title too long': ({ title, length, most }) =>
    `the title ${quoted(shortened(title))} has ${counted(length, 'character')}; ${most} is the most.`,
  'name too long': ({ name, person, length, most }) =>
    `${name} is ${quoted(shortened(person))}, ${counted(length, 'character')}; ${most} is the most.`,
  'number against its pattern': ({ number, pattern }) =>
    `the drawing number ${quoted(number)} does not fit the pattern ${pattern}.`,
  'one property under two captions': ({ name, first, second, more }) =>
    `${quoted(name)} stands under ${first} and under ${second}${more > 0 ? ` and ${more} more` : ''}.`,
  'nobody is asked': ({ name }) =>
    `${quoted(name)} is printed, but no drawing will ever have it: nothing gives it and nobody is asked for it.`,
  'asked twice': ({ name }) => `${quoted(name)} is asked for twice. One asked value may stand in several cells.`,
  'asked out of order': ({ name }) => `${quoted(name)} is asked for in another order than it stands on the sheet.`,
  'revision asked for': ({ name }) =>
    `${quoted(name)} is asked for, but it follows the newest row of the revision table. Link it instead.`,
  'total mass not known': ({ model, without }) =>
    `The total mass of ${model} is not known: ${listed(without)} ${without.length > 1 ? 'have' : 'has'} no mass.`,
  'mass is negative': ({ model }) => `The mass of ${model} is negative.`,
  'mass is zero': ({ model }) => `The mass of ${model} is zero.`,
  'mass out of date': ({ model, says, adds }) =>
    `The mass of ${model} says ${trimNumber(says, 3)} kg; its components add up to ${trimNumber(adds, 3)} kg.`,
  'mass against the shape': ({ model, says, weighs }) =>
    `The mass of ${model} says ${trimNumber(says, 3)} kg; its shape weighs ${trimNumber(weighs, 3)} kg in its material.`,
  'sources disagree': ({ model, name, by, says, otherBy, otherSays }) =>
    `${name} of ${model}: “${by}” says “${says}”, “${otherBy}” says “${otherSays}”.`,
  'revisions disagree': ({ model, drawing }) => `The model is at revision ${model}, the drawing at ${drawing}.`,
  'checked by the drafter': ({ person }) => `${person} has checked a drawing of their own.`,
  'approved by its maker': ({ person, as }) =>
    `${person} has approved a drawing that they have ${as === 'drafter' ? 'made' : 'checked'} themselves.`,
  'dates out of order': ({ first, firstDate, second, secondDate }) =>
    `${quoted(first)} is ${firstDate}, later than ${quoted(second)}, ${secondDate}.`,
  'dates in two forms': ({ first, second }) => `Dates are written in two forms: ${first} and ${second}.`,
  'scale outside the series': ({ scale }) => `The scale ${scale} is not in the series.`,
  'drafting data not printed': ({ what }) => `Nothing on the sheet says the ${DRAFTING[what]}.`,
  'against the profile': ({ what, says, profile }) =>
    `${quoted(shortened(says))} is another ${DRAFTING[what]} than the profile’s, ${quoted(shortened(profile))}.`,
  'old edition of a standard': ({ named, newest }) => `${named} is an old edition: ${newest} is in force.`,
  'confidentiality note not printed': ({ name, says }) =>
    says === undefined
      ? `The sheet does not print the office’s ${quoted(name)}.`
      : `${quoted(shortened(says))} is not the office’s ${quoted(name)}. Link it instead.`,
  'house check': ({ checkName, name, says, demand }) =>
    says === undefined
      ? `${checkName}: ${quoted(name)} has no value.`
      : `${checkName}: ${quoted(name)} is ${quoted(shortened(says))}; it should ${demandWords(demand)}.`,
  'no parts list': ({ trouble }) => partsWords(trouble),
  'component without a part number': ({ components }) =>
    `${listed(components)} ${components.length > 1 ? 'have' : 'has'} no part number.`,
  'part number shared': ({ number, by }) =>
    `${listed(by)} share the part number ${number}, by which parts are told apart.`,
  'no general tolerances': ({ stated }) =>
    stated === undefined
      ? 'the drafting profile states no general tolerance.'
      : `${quoted(stated)} names no class of ISO 2768 and no tolerances by decimal places.`,
  'rows without a place': ({ rows }) =>
    `${counted(rows, 'row')} ${rows === 1 ? 'has' : 'have'} no place: the table is full, and no sheet after this one goes on with it.`,
  'older rows not shown': ({ rows }) =>
    `${counted(rows, 'row')} older than the newest ${rows === 1 ? 'is' : 'are'} not shown.`,
};

/** Words that stand for themselves, not behind the name of a place. */
const capitalised = (says: string) => `${says.charAt(0).toUpperCase()}${says.slice(1)}`;

/** A finding in words: the sheet and the name of the place before what it says. */
export function findingWords({ code, params, place }: Pick<Finding, 'code' | 'params' | 'place'>): string {
  const says = (WORDS[code] as (params: object, place: Place) => string)(params, place);
  const sheet = place.sheet === undefined ? '' : `Sheet ${place.sheet}: `;
  const more = place.moreRows
    ? ` The same holds for ${place.moreRows} more ${place.moreRows === 1 ? 'row' : 'rows'}.`
    : '';
  return `${sheet}${place.name === undefined ? capitalised(says) : `${place.name}: ${says}`}${more}`;
}

/** What an acceptance accepts, in words; of a check that is no more, its code. */
export function acceptanceWords({ code, params, place }: Acceptance): string {
  const known = Code.safeParse(code);
  if (!known.success || !KINDS[known.data].params.safeParse(params).success) return code;
  return findingWords({ code: known.data, params, place } as Finding);
}

/** Shorter words of some findings, where a verdict has little room. */
const SHORT: Partial<Record<Verdict['of'], string>> = {
  'text overflows': 'overflows',
  'text squeezed': 'squeezed',
  'text wrapped': 'wrapped',
  'text stepped down': 'stepped down',
  'no value': 'value missing',
  'value cannot be written': 'wrong value',
  'tracks do not add up': 'block too narrow',
  'number against its pattern': 'wrong number',
  'title without its noun': 'noun not first',
  'caption of another property': 'wrong caption',
  'confidentiality note not printed': 'no confidentiality',
  'old edition of a standard': 'old standard',
  'required data missing': 'data missing',
};

/** A verdict in a word or few. */
export const verdictWords = ({ of }: Verdict): string => SHORT[of] ?? of;

/** What the first of findings says; that everything fits when there is none. */
export const firstWords = (findings: readonly Finding[] | undefined): string =>
  findings?.[0] ? findingWords(findings[0]) : 'Everything fits';
