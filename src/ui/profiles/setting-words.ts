import { MM_PER_INCH, parseLength, trimNumber } from '../../core/geometry/length';
import { SHIPPED_FONTS } from '../../core/lettering/fonts';
import type { ProfileDocument } from '../../core/profile/document';
import { LINE_GROUPS, type LineGroup } from '../../core/profile/lines';
import { type Setting, type SettingValue, fieldOf } from '../../core/profile/settings';
import { type Outcome, refuse } from '../../core/refusal';

/** Lengths of what is drawn are typed in the profile's unit, those on paper in mm. */
const isDrawn = ({ path }: Setting) => path.startsWith('tolerances.') || path.startsWith('edges.');

/** The unit that a setting's number is typed in; empty when it has none. */
export function unitOf(setting: Setting, profile: ProfileDocument): string {
  if (setting.unit === undefined || setting.unit === '×') return '';
  return setting.unit === 'mm' && isDrawn(setting) ? profile.units.unit : setting.unit;
}

/** The value of a setting as it is typed and shown, without its unit. */
export function valueWords(setting: Setting, value: SettingValue, profile: ProfileDocument): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number')
    return unitOf(setting, profile) === 'in' ? trimNumber(value / MM_PER_INCH, 5) : trimNumber(value, 4);
  return optionWords(setting, value, profile);
}

/** What a choice is called. */
export function optionWords({ path }: Setting, option: string, profile: ProfileDocument): string {
  if (path.endsWith('.font')) return SHIPPED_FONTS.find(({ id }) => id === option)?.name ?? option;
  if (path === 'units.unit') return option === 'in' ? 'inches' : 'millimetres';
  if (path === 'numbers.mark') return option === ',' ? 'comma: 12,5' : 'point: 12.5';
  if (path === 'lines.group') {
    const { wide, lettering, narrow } = LINE_GROUPS[option as LineGroup];
    return `${wide} / ${lettering} / ${narrow} mm`;
  }
  if (path.endsWith('.width') && option in LINE_GROUPS['0.5'])
    return `${option} ${LINE_GROUPS[profile.lines.group][option as 'wide']}`;
  if (path.endsWith('.layer')) return profile.layers[option as keyof ProfileDocument['layers']].name;
  return option;
}

/** Reads what was typed for a number: lengths in mm or inch, with their unit where it is another. */
export function readNumber(setting: Setting, text: string, profile: ProfileDocument): Outcome<{ value: number }> {
  const unit = unitOf(setting, profile);
  if (unit === 'mm' || unit === 'in') {
    const read = parseLength(text, unit);
    return read.ok ? { ok: true, value: read.mm } : read;
  }
  const plain = text.trim().replace(',', '.').replace('−', '-');
  const value = Number(plain);
  if (plain === '' || !Number.isFinite(value)) {
    const field = fieldOf(setting.path);
    const range = field.kind === 'number' ? `, ${field.least} to ${field.most}` : '';
    return refuse(`${setting.words} takes a number${range}.`);
  }
  return { ok: true, value };
}
