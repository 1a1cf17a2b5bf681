import type { GlyphTables } from '../lettering/glyph-table';
import type { ProfileDocument } from '../profile/document';
import { type Setting, fieldOf, settingOf, withSetting } from '../profile/settings';
import { differences } from '../scene/differences';
import type { Primitive } from '../scene/scene';
import { type SpecimenPaper, specimenDrawing } from './specimen-drawing';

/**
 * A profile with a setting altered to another value that it may have, and with the settings that it hangs on as they must be for it to
 * have an effect: so that what it does can be seen.
 */
export function altered(
  profile: ProfileDocument,
  setting: Setting,
): { with: ProfileDocument; without: ProfileDocument } {
  const { path, when } = setting;
  const without =
    when && !when.is.includes(settingOf(profile, when.path)) ? changed(profile, when.path, when.is[0]!) : profile;
  return { without, with: changed(without, path, another(without, path)) };
}

function changed(profile: ProfileDocument, path: string, value: string | number | boolean): ProfileDocument {
  const outcome = withSetting(profile, path, value);
  if (!outcome.ok) throw new Error(`${path} does not take ${String(value)}: ${outcome.reason}`);
  return outcome.profile;
}

function another(profile: ProfileDocument, path: string): string | number | boolean {
  const field = fieldOf(path);
  const value = settingOf(profile, path);
  switch (field.kind) {
    case 'switch':
      return !value;
    case 'choice':
      return field.options[(field.options.indexOf(value as string) + 1) % field.options.length]!;
    case 'colour':
      return value === '#a03020' ? '#2050a0' : '#a03020';
    case 'number': {
      const number = value as number;
      if (field.whole) return number < field.most ? number + 1 : number - 1;
      const step = Math.max(Math.abs(number) * 0.3, (field.most - field.least) * 0.02);
      return Math.round((number + step <= field.most ? number + step : number - step) * 1e4) / 1e4;
    }
    case 'text':
      if (path === 'views.omitted')
        return (value as string).includes('A') ? (value as string).replace('A', '') : `${String(value)}A`;
      // What ends in the letter that stands for others begins otherwise.
      if (path === 'views.sectionTitle' || path === 'views.detailTitle') return `. ${String(value)}`;
      return path.endsWith('.name') ? `${String(value)}_2` : `${String(value)}.`;
  }
}

/** What of a profile's specimen drawing a setting has a hand in: what would be drawn otherwise if it were altered. */
export function touchedBy(
  profile: ProfileDocument,
  setting: Setting,
  fonts: GlyphTables,
  paper: SpecimenPaper,
): Primitive[] {
  const { without, with: other } = altered(profile, setting);
  const here = specimenDrawing(without, fonts, paper);
  const { gone, come } = differences(here, specimenDrawing(other, fonts, paper));
  // What is not drawn as the profile stands is shown as it would be.
  return gone.length > 0 && without === profile ? gone : come;
}
