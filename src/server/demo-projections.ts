import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { gunzipSync, gzipSync } from 'node:zlib';
import { z } from 'zod';
import { Projected, Projection, projectionKey } from '../core/view/projected';
import type { Database } from './database';
import { insertProjection, keepProjection } from './repositories/projections';

/** What the demo ships of its views, so that its first screens do not wait for the kernel. */
export const PROJECTIONS_FILE = 'projections.json.gz';

const Shipped = z.array(z.object({ asked: Projection, projected: Projected }));

/** Projections as they are shipped: packed JSON. */
export const packProjections = (rows: readonly { asked: unknown; content: string }[]): Uint8Array =>
  gzipSync(
    JSON.stringify(
      rows.map(({ asked, content }) => ({
        asked: typeof asked === 'string' ? (JSON.parse(asked) as unknown) : asked,
        projected: JSON.parse(content) as unknown,
      })),
    ),
    { level: 9 },
  );

/** The projections that a folder of a demo ships. */
export async function shippedProjections(folder: string): Promise<z.infer<typeof Shipped>> {
  const file = `${folder}/${PROJECTIONS_FILE}`;
  return existsSync(file) ? Shipped.parse(JSON.parse(gunzipSync(await readFile(file)).toString())) : [];
}

/** Keeps the projections that a demo ships, under the keys that whoever asks for them has. */
export async function seedProjections(db: Database, folder: string): Promise<void> {
  for (const { asked, projected } of await shippedProjections(folder)) {
    const id = projectionKey(asked);
    await insertProjection(db, id, asked);
    await keepProjection(db, id, { projected, coarse: false, seconds: 0 });
  }
}
