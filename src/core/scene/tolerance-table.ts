import type { Growth } from '../format/document';
import { placesRows, readGeneralTolerance, toleranceRows } from '../profile/general-tolerances';
import type { TableRow } from '../property/facts';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import type { Filling } from './content-text';

const KIND_WORDS = { linear: 'lengths', edge: 'broken edges', angle: 'angles', places: 'decimal places' } as const;

/** The rows of a table of general tolerances, or what the profile states that cannot be read as one. */
export function toleranceTable(
  { tolerances: kinds }: Growth,
  { facts, document }: Filling,
): { rows: TableRow[]; unread?: { stated?: string } } {
  const stated = facts.profile?.values[SUPPLIED.generalTolerance];
  const text = stated === undefined ? '' : valueText(stated);
  const rule = readGeneralTolerance(text);
  if (!rule) return { rows: [], unread: stated === undefined ? {} : { stated: text } };
  const { decimalMark } = facts.locale;
  const unit = facts.profile?.unit ?? document.unit;
  const rows = 'class' in rule ? toleranceRows(rule.class, decimalMark, unit) : placesRows(rule, unit, decimalMark);
  return {
    rows: rows
      .filter(({ kind }) => !kinds || kinds.includes(kind))
      .map(({ kind, range, tolerance }) => ({
        name: `${KIND_WORDS[kind]} ${range}`,
        values: {
          [SUPPLIED.toleranceKind]: KIND_WORDS[kind],
          [SUPPLIED.sizeRange]: range,
          [SUPPLIED.tolerance]: tolerance,
        },
      })),
  };
}
