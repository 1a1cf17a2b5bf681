import { z } from 'zod';
import { Value } from '../core/property/value';
import { PropertyType, Source } from '../core/property/definition';
import { Report } from '../core/scene/report';
import { ExportKind } from '../core/exchange/export-kinds';
import { FILE, route } from './route';

const Name = z.string().trim().min(1, 'a program needs a name').max(120);

/** A program that may ask, as administrators see it. */
export const Program = z.object({
  id: z.string(),
  name: z.string(),
  madeBy: z.string(),
  madeAt: z.string(),
  /** Absent: it has not asked yet. */
  lastUsed: z.string().optional(),
});
export type Program = z.infer<typeof Program>;

export const listPrograms = route({ method: 'GET', path: '/api/office/programs', answer: z.array(Program) });

/** Lets a program ask. Its token is in this answer and nowhere else. */
export const addProgram = route({
  method: 'POST',
  path: '/api/office/programs',
  body: z.object({ name: Name }),
  answer: z.object({ id: z.string(), token: z.string() }),
});

/** From now on the program’s token opens nothing. */
export const removeProgram = route({ method: 'DELETE', path: '/api/office/programs/[id]', answer: z.null() });

/** A released format as other programs see it: the edition that counts today. Lengths in mm. */
export const ReleasedFormat = z.object({
  id: z.string(),
  name: z.string(),
  description: z.string(),
  edition: z.int(),
  sizes: z.array(z.object({ id: z.string(), name: z.string(), width: z.number(), height: z.number() })),
  /** What its sheets print, and where each comes from; values of models and drawings may be sent. */
  properties: z.array(z.object({ id: z.string(), name: z.string(), type: PropertyType, source: Source })),
  asks: z.array(z.object({ key: z.string(), name: z.string(), prompt: z.string(), required: z.boolean() })),
});
export type ReleasedFormat = z.infer<typeof ReleasedFormat>;

/** A sheet to be filled from values. */
export const SheetAsked = z.object({
  /** Id or, where the family has one of that name, name of a size. */
  size: z.string().max(60),
  /** By a property's id, name or alias, or by the key or name of an asked value. */
  values: z.record(z.string().max(200), Value).default({}),
  /** What the values are of; some blocks are on drawings of assemblies alone. */
  kind: z.enum(['part', 'assembly']).default('part'),
  scale: z.string().max(20).optional(),
  sheet: z.object({ number: z.int().min(1).max(200), total: z.int().min(1).max(200) }).default({ number: 1, total: 1 }),
  show: z.enum(['values', 'blank']).default('values'),
});
export type SheetAsked = z.infer<typeof SheetAsked>;

export const releasedFormats = route({ method: 'GET', path: '/api/v1/formats', answer: z.array(ReleasedFormat) });

/** A sheet of a released format, filled from what is sent, as a file. */
export const writtenSheet = route({
  method: 'POST',
  path: '/api/v1/formats/[id]/sheet',
  body: SheetAsked.extend({ as: ExportKind.default('pdf') }),
  answer: FILE,
});

/** The report on such a sheet: its cells with what they print and whether it fits, and its clear area. */
export const sheetReport = route({
  method: 'POST',
  path: '/api/v1/formats/[id]/report',
  body: SheetAsked,
  answer: Report,
});

/** This description, made from the same contracts that the server answers by. */
export const describeInterface = route({ method: 'GET', path: '/api/v1/openapi', answer: z.unknown() });
