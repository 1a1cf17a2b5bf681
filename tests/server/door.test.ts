import { GET as shelf, POST as makeFormat } from '@/app/api/formats/route';
import { PUT as saveEdition } from '@/app/api/editions/[id]/route';
import { GET as board } from '@/app/api/formats/[id]/route';
import { POST as addProperty } from '@/app/api/properties/route';
import { POST as takePicture } from '@/app/api/pictures/route';
import { POST as prove } from '@/app/api/formats/[id]/proving/route';
import { POST as signIn } from '@/app/api/sign-in/route';
import { ROUTES, type RouteAddress, largestBody } from '@/contract/admission';
import { asked, signInAs, withOffice } from './office';

withOffice();

const NOTHING = { params: Promise.resolve({}) };
const JSON_TYPE = { 'content-type': 'application/json' };
const copy = JSON.stringify({ copyOf: 'workshop-sheets', name: 'From elsewhere' });
const post = (headers: Record<string, string>, body: BodyInit = copy) =>
  makeFormat(asked('http://test/', { method: 'POST', headers, body, duplex: 'half' } as RequestInit), NOTHING);
const told = async (response: Response) => [response.status, ((await response.json()) as { reason: string }).reason];
const names = async () => JSON.stringify(await (await shelf(asked('http://test/'), NOTHING)).json());

describe('another site', () => {
  test.each<[string, Record<string, string>]>([
    ['with its origin', { ...JSON_TYPE, host: 'localhost:4180', origin: 'http://elsewhere.example' }],
    ['that hides its origin', { ...JSON_TYPE, host: 'localhost:4180', origin: 'null' }],
    ['on another port', { ...JSON_TYPE, host: 'localhost:4180', origin: 'http://localhost:9999' }],
    ['by what the browser says of it', { ...JSON_TYPE, 'sec-fetch-site': 'cross-site' }],
    ['of the same owner', { ...JSON_TYPE, 'sec-fetch-site': 'same-site' }],
  ])('%s changes nothing', async (_, headers) => {
    expect(await told(await post(headers))).toEqual([403, expect.stringContaining('not from another site')]);
    expect(await names()).not.toContain('From elsewhere');
  });

  test('that bent its own name to lead here reads nothing', async () => {
    const request = asked('http://test/', { headers: { host: 'bent.example' } });
    expect(await told(await shelf(request, NOTHING))).toEqual([403, expect.stringContaining('bent.example')]);
  });

  test.each(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x'])(
    'sends no form: %s is refused',
    async (type) => {
      expect(await told(await post({ 'content-type': type }))).toEqual([
        415,
        expect.stringContaining('application/json'),
      ]);
    },
  );

  test('our own pages, and programs that are no pages, are let in', async () => {
    const own = {
      ...JSON_TYPE,
      host: 'localhost:4180',
      origin: 'http://localhost:4180',
      'sec-fetch-site': 'same-origin',
    };
    expect((await post(own)).status).toBe(200);
    expect((await post({ ...JSON_TYPE, host: '127.0.0.1:4180' }, copy.replace('elsewhere', 'a program'))).status).toBe(
      200,
    );
  });

  test('a name that the office gives its Zonograph is known', async () => {
    process.env.ZONOGRAPH_HOSTS = 'sheets.kelvarra.example, other';
    const request = asked('http://test/', { headers: { host: 'sheets.kelvarra.example:8080' } });
    expect((await shelf(request, NOTHING)).status).toBe(200);
    delete process.env.ZONOGRAPH_HOSTS;
  });
});

describe('what is sent', () => {
  test.each([
    ['a null byte in a name', '{"copyOf":"workshop-sheets","name":"A\\u0000B"}', /U\+0000/],
    ['half a character', '{"copyOf":"workshop-sheets","name":"A\\ud800"}', /half a character/],
    ['half a character in a key', '{"copyOf":"workshop-sheets","name":"A","\\udc00":1}', /half a character/],
    ['lists without end', `{"copyOf":${'['.repeat(500)}${']'.repeat(500)}}`, /levels deep/],
    ['a key that is every object’s', '{"__proto__":{"copyOf":"workshop-sheets","name":"A"}}', /not valid/],
    ['brackets by the thousand', '['.repeat(200_000), /levels deep/],
    ['brackets in a text, which are none', `{"copyOf":"${'[\\\\\\"'.repeat(100)}"}`, /not valid/],
  ])('%s is refused in words', async (_, body, words) => {
    const [status, reason] = await told(await post(JSON_TYPE, body));
    expect([400, 422]).toContain(status);
    expect(reason).toMatch(words);
  });

  test('what is too long is refused by what it says of itself, and while it comes without saying', async () => {
    expect(await told(await post({ ...JSON_TYPE, 'content-length': '90000000' }))).toEqual([413, expect.any(String)]);
    let sent = 0;
    const endless = new ReadableStream({
      pull(stream) {
        sent += 1_000_000;
        stream.enqueue(new Uint8Array(1_000_000));
      },
    });
    expect(await told(await post(JSON_TYPE, endless))).toEqual([413, expect.any(String)]);
    expect(sent).toBeLessThan(30_000_000);
  });

  test('millions of empty lists are refused before anything is made of them', async () => {
    const [status, reason] = await told(await post(JSON_TYPE, `[${'[],'.repeat(2_500_000)}[]]`));
    expect([status, reason]).toEqual([413, 'That has more values in it than Zonograph takes here at once.']);
  });

  test('nobody who is not signed in sends more than a little; every route says how much it takes', async () => {
    await signInAs('nobody');
    const body = JSON.stringify({ signInName: 'ruth', password: 'x'.repeat(5000) });
    const request = asked('http://test/', { method: 'POST', headers: JSON_TYPE, body });
    expect(await told(await signIn(request, NOTHING))).toEqual([
      413,
      'That is larger than Zonograph takes here at once (4 kB).',
    ]);
    for (const route of Object.keys(ROUTES) as RouteAddress[]) {
      if (ROUTES[route] === 'anyone') expect(largestBody(route)).toBeLessThanOrEqual(4000);
      expect(largestBody(route)).toBeLessThanOrEqual(50 * 1024 * 1024);
    }
  });

  test('an address that is none is refused', async () => {
    for (const id of ['%', '%ff', '%E0%A4%A'])
      expect(await told(await board(asked('http://test/'), { params: Promise.resolve({ id }) }))).toEqual([
        400,
        expect.stringContaining(id),
      ]);
    expect((await board(asked('http://test/'), { params: Promise.resolve({ id: '%00' }) })).status).toBe(400);
    const put = asked('http://test/', { method: 'PUT', headers: JSON_TYPE, body: '{}' });
    expect((await saveEdition(put, { params: Promise.resolve({ id: '%' }) })).status).toBe(400);
  });

  test('a picture of no bytes, or as a form, is refused', async () => {
    const send = (type: string, body: BodyInit) =>
      takePicture(
        asked('http://test/?name=x.png', { method: 'POST', headers: { 'content-type': type }, body }),
        NOTHING,
      );
    expect((await send('image/png', 'x')).status).toBe(415);
    expect((await send('application/octet-stream', new Uint8Array())).status).toBe(422);
  });

  test('the same new property sent many times at once is added once, and the others are told', async () => {
    const definition = { id: 'twice', name: 'Twice', type: 'text', source: 'model', aliases: ['Two'] };
    const sent = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        addProperty(
          asked('http://test/', {
            method: 'POST',
            headers: JSON_TYPE,
            body: JSON.stringify({
              definition: { ...definition, id: `twice-${i}`, name: i % 2 ? 'Twice' : `Twice ${i}` },
            }),
          }),
          NOTHING,
        ),
      ),
    );
    expect(sent.filter(({ status }) => status === 200).length).toBe(1);
    for (const { status } of sent) expect([200, 409, 422]).toContain(status);
  });

  test('the same proving run asked for many times at once goes once', async () => {
    const ask = () =>
      prove(asked('http://test/', { method: 'POST' }), { params: Promise.resolve({ id: 'workshop-sheets' }) });
    const sent = await Promise.all(Array.from({ length: 20 }, ask));
    expect(sent.map(({ status }) => status).sort()).toEqual([200, ...Array.from({ length: 19 }, () => 409)]);
  });
});
