import { randomUUID } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { basename, dirname, extname } from 'node:path';
import { z } from 'zod';
import { counted } from '../core/counted';
import { readPackage } from '../core/exchange/package';
import { readSvgPicture } from '../core/picture/read-svg';
import { PropertyDefinition } from '../core/property/definition';
import { type Choices, formatOf, readDrawing, readIn } from '../core/recognising/reading-in';
import { readingReport } from '../core/recognising/report';
import { NEAR } from '../core/recognising/laid-over';
import { UNITS_TO_TRY } from '../core/recognising/survey';
import { shippedGlyphTables } from '../server/fonts';
import { Stop, json, whole } from './files';

export interface ReadOptions {
  in?: string;
  out?: string;
  report?: string;
  name?: string;
  like: string;
  space?: string;
  unit?: string;
  size?: string;
  sheet: string;
  tolerance?: string;
}

const UNIT_NAMES: Record<string, (typeof UNITS_TO_TRY)[number]['name']> = {
  mm: 'millimetres',
  in: 'inches',
  cm: 'centimetres',
  m: 'metres',
};

/** Reads a drawing of another program, writes the format that is recognised in it, and the report on it. */
export async function readDrawingIn(values: ReadOptions): Promise<void> {
  const { in: path, out, report } = values;
  if (!path || !(out || report)) throw new Stop('read needs --in, and --out or --report.');
  const bytes = await readFile(path).catch(() => {
    throw new Stop(`${path} cannot be read.`);
  });
  const like = readPackage(await json(values.like));
  if (!like.ok) throw new Stop(`${values.like}: ${like.reason}`);
  const properties = await dictionary(like.package.properties);
  const fonts = shippedGlyphTables();
  const read = readDrawing(bytes, fonts);
  if (!read.ok) throw new Stop(`${path}: ${read.reason}`);
  const found = readIn(read.drawing, choices(values), properties, fonts);
  if (!found.ok) throw new Stop(`${path}: ${found.reason}`);
  const name = values.name ?? basename(path, extname(path));
  const format = formatOf(found, { id: randomUUID(), name, keepRest: true, newId: randomUUID }, properties, fonts);
  if (!format.ok) throw new Stop(`${path}: ${format.reason}`);
  const { built, over } = format;
  const kinds = found.drawn.map(({ kind }) => kind);
  const told = readingReport(read.drawing, found.proposal, found.recognition, kinds, over);
  if (report) await write(report, told);
  if (out) {
    const { organisation, project, profile, rules, sample } = like.package;
    const pictures = Object.fromEntries(
      [...built.pictures].flatMap(([hash, svg]) => {
        const picture = readSvgPicture(svg);
        return picture.ok ? [[hash, picture.picture]] : [];
      }),
    );
    await write(out, {
      kind: 'zonograph/package',
      version: 4,
      format: built.document,
      properties,
      organisation,
      project,
      profile,
      rules,
      sample: { ...sample, drawing: { name: 'Sample drawing', values: {} } },
      pictures,
      fonts: [...new Set(built.document.letterings.map(({ font }) => font))].map((id) => ({ id })),
    });
  }
  const cells = told.blocks.reduce((sum, block) => sum + block.cells.length, 0);
  console.log(`${told.sheet.name}: ${counted(told.blocks.length, 'block')} with ${counted(cells, 'cell')}`);
  console.log(
    `laid over the drawing, the farthest of ${counted(over.compared, 'line')} is ${over.greatest.toFixed(3)} mm off`,
  );
  if (over.beyond > 0) console.error(`${counted(over.beyond, 'line')} more than ${NEAR} mm off`);
}

function choices({ space, unit, size, sheet, tolerance }: ReadOptions): Choices {
  const named = unit === undefined ? undefined : UNITS_TO_TRY.find(({ name }) => name === UNIT_NAMES[unit]);
  if (unit !== undefined && !named) throw new Stop(`--unit takes mm, in, cm or m, not “${unit}”.`);
  const mm = tolerance === undefined ? undefined : Number(tolerance);
  if (mm !== undefined && !(mm >= 0.01 && mm <= 5))
    throw new Stop(`--tolerance takes 0.01 to 5 mm, not “${tolerance}”.`);
  return {
    ...(space !== undefined && { space }),
    ...(named && { mmPerUnit: named.mmPerUnit }),
    ...(size !== undefined && { standard: size }),
    sheet: whole(sheet, '--sheet') - 1,
    ...(mm !== undefined && { tolerance: mm }),
  };
}

/** The properties of a format, and those of the sample office that it does not use. */
async function dictionary(own: readonly PropertyDefinition[]): Promise<PropertyDefinition[]> {
  const office = z.looseObject({ properties: z.array(PropertyDefinition) }).parse(await json('demo/office.json'));
  const ids = new Set(own.map(({ id }) => id));
  return [...own, ...office.properties.filter(({ id }) => !ids.has(id))];
}

async function write(path: string, value: unknown): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, JSON.stringify(value, null, 2) + '\n');
  console.log(`wrote ${path}`);
}
