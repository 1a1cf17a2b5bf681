import { z } from 'zod';
import { NumberingRule } from '../core/drawing/numbering';
import { Habits } from '../core/office/habits';
import { Person } from '../core/office/person';
import { PropertyDefinition } from '../core/property/definition';
import { Value } from '../core/property/value';
import { RevisionScheme } from '../core/revision/scheme';
import { Material } from '../core/specimen/material';
import { route } from './route';

export const FontEntry = z.object({ id: z.string(), name: z.string() });
export type FontEntry = z.infer<typeof FontEntry>;

/** What every screen that composes sheets needs of the office, however many models and drawings it has. */
export const OfficeView = z.object({
  properties: z.array(PropertyDefinition),
  /** The widest values on record by property id. */
  seen: z.record(z.string(), z.array(Value)),
  materials: z.array(Material),
  people: z.array(Person),
  /** The office's own fonts; the shipped ones are known. */
  fonts: z.array(FontEntry),
  /** How many specimens there are, and which are shown where nobody chose one. */
  specimens: z.int(),
  showpieces: z.array(z.string()),
  habits: Habits,
  /** YYYY-MM-DD at the office. */
  today: z.string(),
});
export type OfficeView = z.infer<typeof OfficeView>;

export const readOffice = route({ method: 'GET', path: '/api/office', answer: OfficeView });

export const MaterialRow = z.object({ material: Material, version: z.int() });
export type MaterialRow = z.infer<typeof MaterialRow>;

export const listMaterials = route({ method: 'GET', path: '/api/materials', answer: z.array(MaterialRow) });

/** Adds a material, or with a version changes its density. */
export const keepMaterial = route({
  method: 'PUT',
  path: '/api/materials',
  body: z.object({ material: z.unknown(), version: z.int().min(1).optional() }),
  answer: MaterialRow,
});

export const removeMaterial = route({
  method: 'DELETE',
  path: '/api/materials',
  body: z.object({ name: z.string() }),
  answer: z.object({ removed: z.literal(true) }),
});

export const readNumbering = route({ method: 'GET', path: '/api/drawings/numbering', answer: NumberingRule });

/** Replaces the rule; drawings that have a number keep it. */
export const changeNumbering = route({
  method: 'PUT',
  path: '/api/drawings/numbering',
  body: z.object({ rule: z.unknown() }),
  answer: NumberingRule,
});

/** How the office begins its formats and writes its days. */
export const readHabits = route({ method: 'GET', path: '/api/office/habits', answer: Habits });

export const changeHabits = route({ method: 'PUT', path: '/api/office/habits', body: Habits, answer: Habits });

export const readScheme = route({ method: 'GET', path: '/api/drawings/revision-scheme', answer: RevisionScheme });

/** Replaces the scheme; revisions that were given keep their names. */
export const changeScheme = route({
  method: 'PUT',
  path: '/api/drawings/revision-scheme',
  body: z.object({ scheme: z.unknown() }),
  answer: RevisionScheme,
});

/** The time zone by which the office's day is told. */
export const readTimeZone = route({
  method: 'GET',
  path: '/api/drawings/time-zone',
  answer: z.object({ timeZone: z.string(), today: z.string() }),
});

export const changeTimeZone = route({
  method: 'PUT',
  path: '/api/drawings/time-zone',
  body: z.object({ timeZone: z.string().max(60) }),
  answer: z.object({ timeZone: z.string(), today: z.string() }),
});
