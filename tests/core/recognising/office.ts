import { readFileSync } from 'node:fs';
import { PropertyDefinition } from '@/core/property/definition';
import { z } from 'zod';

/** The dictionary of the sample office. */
export const demoOffice = (): PropertyDefinition[] =>
  z.looseObject({ properties: z.array(PropertyDefinition) }).parse(JSON.parse(readFileSync('demo/office.json', 'utf8')))
    .properties;
