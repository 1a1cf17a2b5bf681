import { type LengthUnit, MM_PER_INCH, parseLength, trimNumber } from '../geometry/length';
import { type Outcome, refuse } from '../refusal';
import { standardSize } from '../sheet/sizes';
import type { FormatDocument, Margins, SheetSize, ZoneSettings } from './document';
import {
  type Length,
  type LengthValue,
  type PerSize,
  lengthAt,
  lengthValueAt,
  valueAt,
  withLength,
} from './length-value';
import { type Step, together } from './steps/step';

/** A length in mm in the unit of a format, as it would have been typed there. */
const inUnit = (mm: number, unit: LengthUnit): LengthValue =>
  unit === 'in' ? { mm, entered: `${trimNumber(mm / MM_PER_INCH, 4)} in` } : mm;

/** A setting with a value of its own on a size, unless that is what holds there already. */
const onSize = <T>(setting: PerSize<T>, sizeId: string, value: T): PerSize<T> =>
  JSON.stringify(valueAt(setting, sizeId)) === JSON.stringify(value)
    ? setting
    : { ...setting, at: { ...setting.at, [sizeId]: value } };

const SIDES = ['left', 'right', 'top', 'bottom'] as const;

/** Margins with those of a size, mm, where they differ from what holds there. */
function withMargins(margins: Margins, sizeId: string, own: Record<keyof Margins, number>, unit: LengthUnit): Margins {
  const side = (name: keyof Margins): Length =>
    Math.abs(lengthAt(margins[name], sizeId) - own[name]) < 1e-6
      ? margins[name]
      : withLength(margins[name], inUnit(own[name], unit), sizeId);
  return { left: side('left'), right: side('right'), top: side('top'), bottom: side('bottom') };
}

function stepsTo(
  document: FormatDocument,
  name: string,
  { sizes, margins, zones }: { sizes: SheetSize[]; margins: Margins; zones: Partial<ZoneSettings> },
): Step {
  const changed = SIDES.filter((side) => margins[side] !== document.margins[side]);
  return together(name, [
    { op: 'set sheet', change: { sizes } },
    ...(changed.length > 0
      ? [{ op: 'set margins' as const, change: Object.fromEntries(changed.map((side) => [side, margins[side]])) }]
      : []),
    ...(Object.keys(zones).length > 0 ? [{ op: 'set zones' as const, change: zones }] : []),
  ]);
}

/**
 * The step that adds a size to a format's family. A standard size brings its margins and the number of its zones, and A4 its zones on two
 * edges only (ISO 5457, table 1 and clause 5; ASME Y14.1); any other has what holds for the family.
 */
export function addingSize(document: FormatDocument, size: SheetSize): Step {
  const standard = standardSize(size.id);
  const sizes = [...document.sizes, size];
  const { unit, zones, margins } = document;
  const name = `Add ${size.name}`;
  if (!standard) return stepsTo(document, name, { sizes, margins, zones: {} });
  const rule = standard.zoneCount && onSize(zones.rule, size.id, { kind: 'count' as const, ...standard.zoneCount });
  const isA4 = standard.standard === 'iso' && standard.name === 'A4';
  const edges = isA4
    ? onSize(zones.edges, size.id, { top: true, bottom: false, left: false, right: true })
    : zones.edges;
  return stepsTo(document, name, {
    sizes,
    margins: withMargins(margins, size.id, standard.margins, unit),
    zones: {
      ...(rule && rule !== zones.rule && { rule }),
      ...(edges !== zones.edges && { edges }),
    },
  });
}

/** A standard size as a format of that unit has it. */
export function sizeOf(id: string, unit: LengthUnit): SheetSize | undefined {
  const size = standardSize(id);
  return size && { id, name: size.name, width: inUnit(size.width, unit), height: inUnit(size.height, unit) };
}

/** The step that turns a size of the family on its side: zones that are counted turn with it, margins stay where they are. */
export function flippingSize(document: FormatDocument, sizeId: string): Step {
  const sizes = document.sizes.map((size) =>
    size.id === sizeId
      ? {
          ...size,
          width: lengthValueAt(size.height, sizeId),
          height: lengthValueAt(size.width, sizeId),
        }
      : size,
  );
  const { rule } = document.zones;
  const now = valueAt(rule, sizeId);
  const turned = now.kind === 'count' ? onSize(rule, sizeId, { ...now, columns: now.rows, rows: now.columns }) : rule;
  const { name } = document.sizes.find(({ id }) => id === sizeId)!;
  return stepsTo(document, `Turn ${name}`, {
    sizes,
    margins: document.margins,
    zones: turned === rule ? {} : { rule: turned },
  });
}

/** Reads width × height as it is typed; each keeps the form it was entered in. */
export function readSize(text: string, unit: LengthUnit): Outcome<{ width: LengthValue; height: LengthValue }> {
  const [width, height] = text.split(/[×x*]/i).map((side) => parseLength(side, unit));
  if (!width?.ok || !height?.ok) return refuse('Type width × height, for example 420 × 210 or 14 in × 8.5 in.');
  if (width.mm < 20 || height.mm < 20 || width.mm > 5000 || height.mm > 5000)
    return refuse('A sheet is 20 to 5000 mm wide and high.');
  const value = ({ mm, entered }: { mm: number; entered?: string }) => (entered === undefined ? mm : { mm, entered });
  return { ok: true, width: value(width), height: value(height) };
}

/** A width and a height in mm, in a format's unit: `390 × 277 mm`, `17 × 11 in`. */
export const extentInWords = ({ width, height }: { width: number; height: number }, unit: LengthUnit): string =>
  unit === 'in'
    ? `${trimNumber(width / MM_PER_INCH, 3)} × ${trimNumber(height / MM_PER_INCH, 3)} in`
    : `${trimNumber(width, 2)} × ${trimNumber(height, 2)} mm`;

/** The width and height of a size in the format's unit. */
export const sizeInWords = ({ id, width, height }: SheetSize, unit: LengthUnit): string =>
  extentInWords({ width: lengthAt(width, id), height: lengthAt(height, id) }, unit);
