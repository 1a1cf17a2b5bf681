import type { OfficeView } from '../../contract/office';
import { database } from '../database';
import { allFonts } from '../repositories/fonts';
import { countSpecimens, showpieces } from '../repositories/specimens';
import { dictionaryAtHand } from './models-at-hand';
import { seenAtHand } from './sheet-resources';
import { officeToday } from './today';

export async function office(): Promise<OfficeView> {
  const { properties, materials } = await dictionaryAtHand(database);
  const [seen, fonts, specimens, shown, today] = await Promise.all([
    seenAtHand(database),
    allFonts(database),
    countSpecimens(database),
    showpieces(database),
    officeToday(database),
  ]);
  return {
    properties: [...properties],
    seen: Object.fromEntries(seen),
    materials: [...materials],
    fonts,
    specimens,
    showpieces: shown,
    today,
  };
}
