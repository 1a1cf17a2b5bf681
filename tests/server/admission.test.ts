import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { PAGES, ROUTES, type RouteAddress } from '@/contract/admission';
import { ROLES, type Role, mayDo } from '@/core/office/account';
import { admitted } from '@/app/api/admitted';
import { asked, count, signInAs, withOffice } from './office';

withOffice('once');

type Handlers = Record<string, (request: Request, context: { params: Promise<object> }) => Promise<Response>>;

/** Every route of the application, as its files have them. */
const addresses = readdirSync('src/app/api', { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('route.ts'))
  .flatMap((file) => {
    const path = `/api/${file.replace('/route.ts', '')}`;
    const source = readFileSync(`src/app/api/${file}`, 'utf8');
    return [...source.matchAll(/export (?:const|function|async function) (GET|POST|PUT|DELETE)\b/g)].map(
      ([, method]) => `${method!} ${path}`,
    );
  });

const pages = readdirSync('src/app', { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('page.tsx') && !file.includes('admitted'))
  .map((file) => `/${file.replace(/\/?page\.tsx$/, '')}`);

/** What each kind of somebody is answered by a route, with nothing that it could do anything with. */
async function statusOf(address: string, headers: Record<string, string> = {}, id = '0'): Promise<number> {
  const [method, path] = address.split(' ') as [string, string];
  const handlers = (await import(`@/app${path}/route`)) as Handlers;
  const request = asked(`http://test${path}`, { method, headers: { host: 'localhost', ...headers } });
  // Parameters of nothing that there is.
  const params = Promise.resolve({ id, hash: id, version: id, number: id });
  return (await handlers[method]!(request, { params })).status;
}

test('every route stands in the table, and no other', () => {
  expect(Object.keys(ROUTES).sort()).toEqual(addresses.toSorted());
});

test('every page stands in the table, and asks who reads it', () => {
  expect(Object.keys(PAGES).sort()).toEqual(pages.toSorted());
  for (const [page, takes] of Object.entries(PAGES).filter(([, one]) => one !== 'anyone')) {
    const file = `src/app${page}/page.tsx`;
    expect(existsSync(file)).toBe(true);
    expect([page, takes, readFileSync(file, 'utf8')]).toEqual([
      page,
      takes,
      expect.stringContaining(`export default admitting('${page}'`),
    ]);
  }
});

test('a route of which nobody has said what it takes answers nobody', async () => {
  await expect(admitted(asked('http://test/'), undefined)).rejects.toMatchObject({ status: 403 });
});

describe.each([...ROLES, 'nobody'] as const)('%s', (who: Role | 'nobody') => {
  test.each(Object.entries(ROUTES))('at %s, which takes %s', async (address, takes) => {
    await signInAs(who);
    const status = await statusOf(address);
    const isIn = takes === 'anyone' || (takes !== 'program' && who !== 'nobody' && mayDo(who, takes));
    if (isIn) expect([401, 403]).not.toContain(status);
    else expect(status).toBe(who === 'nobody' || takes === 'program' ? 401 : 403);
  });
});

test('another site changes nothing, whoever is signed in at its visitor’s', async () => {
  const changing = (Object.keys(ROUTES) as RouteAddress[]).filter((address) => !address.startsWith('GET '));
  const before = await Promise.all(['audit', 'drawings', 'jobs', 'sign_ins'].map(count));
  for (const address of changing) {
    expect([address, await statusOf(address, { origin: 'http://elsewhere.example' })]).toEqual([address, 403]);
    expect([address, await statusOf(address, { 'sec-fetch-site': 'cross-site' })]).toEqual([address, 403]);
  }
  expect(await Promise.all(['audit', 'drawings', 'jobs', 'sign_ins'].map(count))).toEqual(before);
});

test('names that no thing has are not there, whatever letters they are of: no route fails at one', async () => {
  await signInAs('administrator');
  const named = Object.keys(ROUTES).filter((address) => address.includes('['));
  for (const id of ['ü', '☃', '𝔘', 'constructor', '__proto__', 'toString', 'a'.repeat(5000), "' OR 1=1 --"])
    for (const address of named)
      expect([address, id, (await statusOf(address, {}, encodeURIComponent(id))) < 500]).toEqual([address, id, true]);
});
