import type { OfficeView } from '../../contract/office';
import { database } from '../database';
import { allFonts } from '../repositories/fonts';
import { allPeople } from '../repositories/people';
import { countSpecimens, showpieces } from '../repositories/specimens';
import { habits } from './habits';
import { dictionaryAtHand } from './models-at-hand';
import { seenAtHand } from './sheet-resources';
import { officeToday } from './today';

export async function office(): Promise<OfficeView> {
  const { properties, materials } = await dictionaryAtHand(database);
  const [seen, rows, fonts, specimens, shown, today, ways] = await Promise.all([
    seenAtHand(database, properties),
    allPeople(database),
    allFonts(database),
    countSpecimens(database),
    showpieces(database),
    officeToday(database),
    habits(database),
  ]);
  return {
    properties: [...properties],
    seen: Object.fromEntries(seen),
    people: rows.map(({ person }) => person),
    materials: [...materials],
    fonts,
    specimens,
    showpieces: shown,
    habits: ways,
    today,
  };
}
