import { z } from 'zod';

/** A material of the office, by the name that models give it. */
export const Material = z.object({
  name: z.string().trim().min(1, 'a material needs a name').max(120),
  /** kg/dm³, which is g/cm³ */
  density: z
    .number()
    .positive('a density is more than 0 kg/dm³')
    .max(30, 'nothing is denser than 30 kg/dm³; the unit is kg/dm³'),
});
export type Material = z.infer<typeof Material>;
