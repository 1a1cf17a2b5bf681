import { askedIn, askedInOne } from '../format/asked';
import type { Acceptance, Cell, FormatDocument } from '../format/document';
import type { LaidBlock } from '../format/layout';
import type { Box } from '../geometry/box';
import { TOLERANCE, trimNumber } from '../geometry/length';
import { STANDARD_HEIGHTS } from '../lettering/style';
import type { PropertyDefinition } from '../property/definition';
import type { Facts } from '../property/facts';
import { matchedName } from '../property/names';
import { resolveProperty } from '../property/resolving';
import { convert } from '../property/units';
import { asMeasure, valueText } from '../property/value';
import { leastHeights } from './cell-checks';
import { nameList } from './name-list';
import type { CellReport, Finding } from './report';
import type { Resources } from './resources';

/** What the checks look at beside the document: the sheet as it was composed. */
export interface CheckedSheet {
  document: FormatDocument;
  sizeId: string;
  /** The first sheet, not one that follows. */
  first: boolean;
  laid: readonly LaidBlock[];
  cells: readonly CellReport[];
  space: Box;
  largestClear: Box;
  facts: Facts;
  resources: Resources;
}

/** Checks of a whole sheet: each looks at one thing and says what it noticed. */
const CHECKS: ((sheet: CheckedSheet) => Finding[])[] = [
  letteringChecks,
  lineChecks,
  requiredData,
  repeatedProperties,
  askedChecks,
  clearAreaCheck,
  massChecks,
  revisionCheck,
  askedRevision,
  personCheck,
  capitalsCheck,
];

/** Everything the checks notice about a sheet as a whole. Cells, text, pictures and blocks are checked where they are composed. */
export function checkSheet(sheet: CheckedSheet): Finding[] {
  return CHECKS.flatMap((check) => check(sheet));
}

const isAccepted = (one: Acceptance, finding: Finding) =>
  one.code === finding.code && one.block === finding.block && one.cell === finding.cell && one.words === finding.words;

/** The findings with the reasons of those that the office accepts; one that says something else now is not accepted any more. */
export function withAcceptances(findings: Finding[], accepted: readonly Acceptance[] = []): Finding[] {
  if (accepted.length === 0) return findings;
  return findings.map((finding) => {
    const acceptance = accepted.find((one) => isAccepted(one, finding));
    return acceptance ? { ...finding, accepted: acceptance.reason } : finding;
  });
}

/** Styles that letter captions lower than {@link leastHeights} allows, and heights outside the series of ISO 3098. */
function letteringChecks({ document, laid }: CheckedSheet): Finding[] {
  const least = leastHeights(document.unit);
  const findings: Finding[] = [];
  const low = document.letterings.filter(({ height }) => height < least.caption - TOLERANCE);
  const captioned = (id: string) =>
    laid.some(({ block }) => block.cells.some((cell) => cell.caption?.lettering === id));
  for (const style of low.filter(({ id }) => captioned(id))) {
    findings.push({
      code: 'under the least height',
      weight: 'warning',
      words: `Captions in “${style.name}” are ${trimNumber(style.height, 2)} mm high; ${trimNumber(least.caption, 2)} mm is the least.`,
    });
  }
  if (document.unit === 'in') return findings;
  for (const style of document.letterings) {
    if ((STANDARD_HEIGHTS as readonly number[]).includes(style.height)) continue;
    const nearest = STANDARD_HEIGHTS.reduce((best, height) =>
      Math.abs(height - style.height) < Math.abs(best - style.height) ? height : best,
    );
    findings.push({
      code: 'height outside the series',
      weight: 'note',
      words: `The style “${style.name}” is ${trimNumber(style.height, 3)} mm high, which is not in the series of ISO 3098.`,
      repair: {
        words: `Make it ${trimNumber(nearest, 2)} mm`,
        step: {
          op: 'set sheet',
          change: {
            letterings: document.letterings.map((one) => (one.id === style.id ? { ...one, height: nearest } : one)),
          },
        },
      },
    });
  }
  return findings;
}

/** Line widths of ISO 128-2, mm; ASME Y14.2 adds 0.3 and 0.6. */
const WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];

function lineChecks({ document, laid }: CheckedSheet): Finding[] {
  const series = document.unit === 'in' ? [...WIDTHS, 0.3, 0.6] : WIDTHS;
  const outside = (width: number) => !series.some((one) => Math.abs(one - width) <= TOLERANCE);
  const finding = (what: string, width: number, block?: string): Finding => ({
    code: 'line width outside the series',
    weight: 'note',
    ...(block !== undefined && { block }),
    words: `${what} is ${trimNumber(width, 3)} mm wide, which is not in the series.`,
  });
  const { frame } = document;
  const findings = !frame.hidden && outside(frame.width) ? [finding('The frame line', frame.width)] : [];
  for (const { block } of laid) {
    const { outline, inside, edges } = block.lines;
    const widths = [outline, inside, ...edges.map((edge) => edge.line)]
      .filter((line) => !line.hidden && outside(line.width))
      .map((line) => line.width);
    for (const width of new Set(widths)) findings.push(finding(`A line of “${block.name}”`, width, block.id));
  }
  return findings;
}

/** Data that a title block must have (ISO 7200, tables 1 to 3), by the names properties have for it. */
const REQUIRED: { words: string; names: string[] }[] = [
  { words: 'the legal owner', names: ['Legal owner', 'Owner'] },
  { words: 'the identification number', names: ['Drawing number', 'Identification number', 'Part number'] },
  { words: 'the date of issue', names: ['Date of issue', 'Date'] },
  { words: 'the sheet number', names: ['Sheet number'] },
  { words: 'the title', names: ['Title'] },
  { words: 'the approval person', names: ['Approved by', 'Approval person'] },
  { words: 'the creator', names: ['Created by', 'Drawn by', 'Creator'] },
  { words: 'the document type', names: ['Document type'] },
];

function requiredData({ document, resources, laid }: CheckedSheet): Finding[] {
  if (document.unit === 'in') return [];
  const titles = laid.filter(({ block }) => block.role === 'title');
  if (titles.length === 0) return [];
  const ids = new Set(laid.flatMap(({ block }) => block.cells.flatMap((cell) => askedIn(cell.contents))));
  const used = new Set(
    [...ids]
      .flatMap((id) => [id, resources.properties.get(id)?.name, document.asked.find(({ key }) => key === id)?.name])
      .map((name) => matchedName(name ?? '')),
  );
  const missing = REQUIRED.filter(({ names }) => !names.some((name) => used.has(matchedName(name))));
  // The owner may stand as a picture or as fixed text, which no property shows.
  return missing
    .filter(({ words }) => words !== 'the legal owner')
    .map(({ words }) => ({
      code: 'required data missing',
      weight: 'warning',
      block: titles[0]!.block.id,
      words: `The title block lacks ${words}, which ISO 7200 requires.`,
    }));
}

const soleProperties = new WeakMap<Cell, { property: string; caption: string } | false>();

/** The one property that stands under a cell's caption, with the caption as it is matched; kept as long as the cell is. */
function soleProperty(cell: Cell): { property: string; caption: string } | false {
  let found = soleProperties.get(cell);
  if (found === undefined) {
    const caption = matchedName(cell.caption?.text ?? '');
    const [property, ...others] = cell.contents[0] ? askedInOne(cell.contents[0]) : [];
    found = caption !== '' && property !== undefined && others.length === 0 && { property, caption };
    soleProperties.set(cell, found);
  }
  return found;
}

function repeatedProperties(sheet: CheckedSheet): Finding[] {
  const { document, resources, laid } = sheet;
  const findings: Finding[] = [];
  for (const { block } of laid) {
    /** The cells that print each property alone, one for each caption. */
    const byProperty = new Map<string, Map<string, Cell>>();
    for (const cell of block.cells) {
      const sole = soleProperty(cell);
      if (!sole) continue;
      const captions = byProperty.get(sole.property) ?? new Map<string, Cell>();
      if (!captions.has(sole.caption)) captions.set(sole.caption, cell);
      byProperty.set(sole.property, captions);
    }
    for (const [id, captions] of byProperty) {
      const [first, second, ...more] = captions.values();
      if (!first || !second) continue;
      const name = resources.properties.get(id)?.name ?? document.asked.find(({ key }) => key === id)?.name ?? id;
      const rest = more.length > 0 ? ` and ${more.length} more` : '';
      findings.push({
        code: 'one property under two captions',
        weight: 'warning',
        block: block.id,
        cell: second.id,
        words: `“${name}” stands under ${first.caption!.text.trim()} and under ${second.caption!.text.trim()}${rest}.`,
      });
    }
  }
  return findings;
}

/** Two asked values of one name, and an order of asking that is not the order on the sheet of the main size. */
function askedChecks({ document, sizeId, first: isFirst, cells }: CheckedSheet): Finding[] {
  const { asked } = document;
  const findings: Finding[] = [];
  asked.forEach((one, i) => {
    const before = asked.slice(0, i).find((other) => matchedName(other.name) === matchedName(one.name));
    if (before)
      findings.push({
        code: 'asked twice',
        weight: 'warning',
        words: `“${one.name}” is asked for twice. One asked value may stand in several cells.`,
      });
  });
  if (asked.length === 0 || !isFirst || sizeId !== document.mainSize) return findings;
  const places = new Map<string, { x: number; y: number; block: string }>();
  for (const report of cells) {
    for (const trace of report.trace) {
      if (!places.has(trace.property))
        places.set(trace.property, { x: report.box.x, y: report.box.y + report.box.height, block: report.block });
    }
  }
  const placed = asked.filter(({ key }) => places.has(key));
  const first = placed[0] && places.get(placed[0].key)!.block;
  const here = placed.filter(({ key }) => places.get(key)!.block === first);
  const reading = here.toSorted((a, b) => {
    const [p, q] = [places.get(a.key)!, places.get(b.key)!];
    return Math.abs(p.y - q.y) > 1 ? q.y - p.y : p.x - q.x;
  });
  const wrong = here.find((one, i) => reading[i] !== one);
  if (wrong) {
    const order = new Map(reading.map(({ key }, i) => [key, i]));
    const slots = asked.flatMap((one, i) => (order.has(one.key) ? [i] : []));
    const next = [...asked];
    reading.forEach((one, i) => (next[slots[i]!] = one));
    findings.push({
      code: 'asked out of order',
      weight: 'note',
      words: `“${wrong.name}” is asked for in another order than it stands on the sheet.`,
      repair: { words: 'Ask in the order of the sheet', step: { op: 'set asked', asked: next } },
    });
  }
  return findings;
}

/** Least share of the drawing space that should be one clear rectangle, where the profile says nothing else. */
const LEAST_CLEAR = 0.4;

function clearAreaCheck({ space, largestClear, facts }: CheckedSheet): Finding[] {
  const given = facts.profile?.values['Least clear area'];
  const least = given === undefined ? LEAST_CLEAR : (asMeasure(given)?.value ?? LEAST_CLEAR * 100) / 100;
  const share = (largestClear.width * largestClear.height) / (space.width * space.height);
  if (share >= least) return [];
  return [
    {
      code: 'little clear area',
      weight: 'warning',
      words: `The largest clear rectangle is ${Math.round(share * 100)} % of the drawing space; ${Math.round(least * 100)} % is wanted for views.`,
    },
  ];
}

/** How far an assembly's own mass may stray from what its components add up to. */
const MASS_TOLERANCE = 0.005;

function massChecks({ facts, resources }: CheckedSheet): Finding[] {
  const { model } = facts;
  const mass = resources.properties.get('mass');
  if (!model || model.kind !== 'assembly' || !mass) return [];
  const finding = (code: string, words: string): Finding => ({ code, weight: 'warning', words });
  if (model.withoutMass)
    return [
      finding(
        'total mass not known',
        `The total mass of ${model.name} is not known: ${nameList(model.withoutMass)} has no mass.`,
      ),
    ];
  const total = asMeasure(model.derived?.['Total mass'] ?? '')?.value;
  const { value } = resolveProperty(mass, facts, {});
  const own = value === undefined ? undefined : asMeasure(value);
  const kg = own && convert(own.value, own.unit ?? mass.unit ?? 'kg', 'kg');
  if (kg === 0) return [finding('mass is zero', `The mass of ${model.name} is zero.`)];
  if (total === undefined || kg === undefined || Math.abs(kg - total) <= total * MASS_TOLERANCE) return [];
  return [
    finding(
      'mass out of date',
      `The mass of ${model.name} says ${trimNumber(kg, 3)} kg; its components add up to ${trimNumber(total, 3)} kg.`,
    ),
  ];
}

const named = (resources: Resources, source: PropertyDefinition['source'], ...names: string[]) =>
  [...resources.properties.values()].find(
    (property) => property.source === source && names.some((name) => matchedName(name) === matchedName(property.name)),
  );

function valueOf(property: PropertyDefinition | undefined, facts: Facts): string | undefined {
  const value = property && resolveProperty(property, facts, {}).value;
  return value === undefined ? undefined : valueText(value).trim();
}

function revisionCheck({ facts, resources }: CheckedSheet): Finding[] {
  const model = valueOf(named(resources, 'model', 'Model revision'), facts);
  const drawing = valueOf(named(resources, 'drawing', 'Revision'), facts);
  if (model === undefined || drawing === undefined || model === drawing) return [];
  return [
    {
      code: 'revisions disagree',
      weight: 'warning',
      words: `The model is at revision ${model}, the drawing at ${drawing}.`,
    },
  ];
}

/** A revision that is asked for, although the sheet has a table whose newest row it is. */
function askedRevision({ document, resources }: CheckedSheet): Finding[] {
  const revision = named(resources, 'drawing', 'Revision');
  const asked = revision && document.asked.find(({ key }) => key === revision.id);
  if (!asked || !document.blocks.some(({ grow }) => grow?.rows === 'revisions')) return [];
  return [
    {
      code: 'revision asked for',
      weight: 'warning',
      words: `“${asked.name}” is asked for, but it follows the newest row of the revision table. Link it instead.`,
    },
  ];
}

function personCheck({ facts, resources, cells }: CheckedSheet): Finding[] {
  const drawn = valueOf(named(resources, 'drawing', 'Created by', 'Drawn by'), facts);
  const checker = named(resources, 'drawing', 'Checked by');
  const checked = valueOf(checker, facts);
  if (!drawn || !checked || matchedName(drawn) !== matchedName(checked)) return [];
  const place = cells.find((cell) => cell.trace.some((trace) => trace.property === checker!.id));
  return [
    {
      code: 'checked by the drafter',
      weight: 'warning',
      ...(place && { block: place.block, cell: place.id }),
      words: `${checked} has checked a drawing of their own.`,
    },
  ];
}

/** Small letters where the office writes capitals: its profile says so under *Capitals*. */
function capitalsCheck({ facts, laid, cells, resources }: CheckedSheet): Finding[] {
  const rule = facts.profile?.values['Capitals'];
  if (rule !== true && rule !== 'yes') return [];
  const titles = new Set(laid.filter(({ block }) => block.role === 'title').map(({ block }) => block.id));
  const byId = new Map(laid.flatMap(({ block }) => block.cells.map((cell) => [cell.id, cell] as const)));
  return cells.flatMap((report): Finding[] => {
    const units = [...resources.properties.values()].map((property) => property.unit);
    const text = report.text.replace(/\b[a-z]{1,2}\b/g, (word) => (units.includes(word) ? '' : word));
    if (!titles.has(report.block) || text === text.toUpperCase()) return [];
    const cell = byId.get(report.id)!;
    return [
      {
        code: 'small letters',
        weight: 'note',
        block: report.block,
        cell: report.id,
        words: `${report.name}: “${report.text.slice(0, 32)}” has small letters; this office writes capitals.`,
        repair: {
          words: 'Letter it in capitals',
          step: {
            op: 'set cell',
            block: report.block,
            cell: report.id,
            change: { override: { ...cell.override, case: 'upper' } },
          },
        },
      },
    ];
  });
}
