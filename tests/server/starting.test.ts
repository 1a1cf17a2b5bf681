import { POST } from '@/app/api/formats/route';
import { startBlank, startFromStandard } from '@/core/format/starting';
import { database } from '@/server/database';
import * as formatServices from '@/server/services/formats';
import { asDesk, asked, count, withOffice } from './office';

const startFormat = asDesk(formatServices.startFormat);

withOffice();

/** The address has no parameters. */
const NOTHING = { params: Promise.resolve({}) };

let n = 0;
const inch = (name: string) => {
  const started = startFromStandard(
    { id: `inch-${++n}`, name, standard: 'asme', sizes: ['asme-b-landscape'], zones: true, titleBlock: 'full' },
    () => `id-${++n}`,
  );
  if (!started.ok) throw new Error(started.reason);
  return started.document;
};

test.each([
  ['third angle', inch('Inch plain'), '.'],
  ['first angle', startBlank({ id: 'plain', name: 'Plain' }), ','],
] as const)(
  'a new format in %s is on the shelf, open, with facts to be proved with',
  async (projection, document, mark) => {
    const { id } = await startFormat({ start: document, projection });
    const started = await formatServices.format(id);
    expect(started).toMatchObject({
      id,
      name: document.name,
      edition: { number: 1, state: 'open', version: 1, document },
    });
    expect(started.facts).toMatchObject({
      locale: { decimalMark: mark },
      profile: { values: { 'projection-angle': projection } },
    });
    expect(started.facts.organisation!.values).toHaveProperty('legal-owner');
    const [noted] = await database.query<{ words: string }>('SELECT words FROM audit WHERE subject = ?', [
      `format ${id}`,
    ]);
    expect(noted).toEqual({ words: `Started ${document.name}` });
  },
);

test.each<[string, object, number, RegExp]>([
  [
    'under a name that is taken',
    { ...startBlank({ id: 'again', name: 'Workshop sheets' }) },
    409,
    /named “Workshop sheets” already/,
  ],
  ['that is no format', { kind: 'zonograph/specimen', version: 1 }, 422, /not a Zonograph format/],
  [
    'with a hole in a block',
    { ...inch('Holed'), mainSize: 'asme-e-landscape' },
    422,
    /main size asme-e-landscape is not in the family/,
  ],
])('a start %s is refused, and nothing of it is kept', async (_, document, status, reason) => {
  const before = [await count('formats'), await count('editions'), await count('audit')];
  const response = await POST(
    asked('http://test/', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ start: document, projection: 'first angle' }),
    }),
    NOTHING,
  );
  expect([response.status, ((await response.json()) as { reason: string }).reason]).toEqual([
    status,
    expect.stringMatching(reason),
  ]);
  expect([await count('formats'), await count('editions'), await count('audit')]).toEqual(before);
});
