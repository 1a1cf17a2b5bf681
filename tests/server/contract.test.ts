import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { ROUTES, type RouteAddress } from '@/contract/admission';
import { FILE, type Route } from '@/contract/route';
import * as accountRoutes from '@/contract/accounts';
import * as drawingRoutes from '@/contract/drawings';
import * as editionRoutes from '@/contract/editions';
import * as formatRoutes from '@/contract/formats';
import * as officeRoutes from '@/contract/office';
import * as peopleRoutes from '@/contract/people';
import * as packageRoutes from '@/contract/packages';
import * as partRoutes from '@/contract/parts';
import * as pictureRoutes from '@/contract/pictures';
import * as placeRoutes from '@/contract/places';
import * as profileRoutes from '@/contract/profiles';
import * as removedRoutes from '@/contract/removed';
import * as ruleBookRoutes from '@/contract/rule-books';
import * as propertyRoutes from '@/contract/properties';
import * as programRoutes from '@/contract/programs';
import * as projectionRoutes from '@/contract/projections';
import * as provingRoutes from '@/contract/proving';
import * as sharingRoutes from '@/contract/sharing';
import * as starterRoutes from '@/contract/starters';
import * as specimenRoutes from '@/contract/specimens';
import * as drawingServices from '@/server/services/drawings';
import * as formatServices from '@/server/services/formats';
import * as profileServices from '@/server/services/profiles';
import * as starterServices from '@/server/services/starters';
import { asDesk, asked, withOffice } from './office';

withOffice('once');

const isRoute = (value: unknown): value is Route =>
  typeof value === 'object' && value !== null && 'method' in value && 'path' in value && 'answer' in value;
const routes = [
  accountRoutes,
  drawingRoutes,
  editionRoutes,
  formatRoutes,
  officeRoutes,
  peopleRoutes,
  packageRoutes,
  partRoutes,
  pictureRoutes,
  placeRoutes,
  profileRoutes,
  removedRoutes,
  ruleBookRoutes,
  programRoutes,
  propertyRoutes,
  projectionRoutes,
  provingRoutes,
  sharingRoutes,
  specimenRoutes,
  starterRoutes,
]
  .flatMap((part) => Object.entries(part) as [string, unknown][])
  .flatMap(([name, value]) => (isRoute(value) ? [[name, value] as const] : []));

type Handlers = Record<
  string,
  (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>
>;
const handlersOf = async (path: string) => (await import(`@/app${path}/route`)) as Handlers;

test.each(routes)('%s has a handler of its method at its path', async (_, { method, path }) => {
  expect(existsSync(`src/app${path}/route.ts`)).toBe(true);
  expect((await handlersOf(path))[method]).toBeInstanceOf(Function);
});

test('every handler that answers JSON is made from a contract', () => {
  const folders = readdirSync('src/app/api', { recursive: true, encoding: 'utf8' });
  const paths = folders
    .filter((file) => file.endsWith('route.ts'))
    .map((file) => `/api/${file.replace('/route.ts', '')}`);
  const known = new Set(routes.map(([, { path }]) => path));
  // Files of fonts, and the sign of life.
  const files = ['/api/fonts/[id]', '/api/fonts/[id]/table', '/api/health'];
  expect(paths.filter((path) => !known.has(path)).sort()).toEqual(files);
  for (const path of paths.filter((one) => !files.includes(one)))
    expect(readFileSync(`src/app${path}/route.ts`, 'utf8')).toMatch(/(handle|respond)\(/);
});

test('a method that an address does not take is refused in words, with those that it takes', async () => {
  const folders = readdirSync('src/app/api', { recursive: true, encoding: 'utf8' });
  const paths = folders
    .filter((file) => file.endsWith('route.ts'))
    .map((file) => `/api/${file.replace('/route.ts', '')}`);
  for (const path of paths) {
    const handlers = await handlersOf(path);
    const source = readFileSync(`src/app${path}/route.ts`, 'utf8');
    const taken = [...source.matchAll(/export (?:const|function|async function) ([A-Z]+)\b/g)].map(
      ([, method]) => method!,
    );
    for (const method of ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'].filter((one) => !taken.includes(one))) {
      const response = await handlers[method]!(asked('http://test/', { method }), {
        params: Promise.resolve({}),
      });
      expect([path, method, response.status]).toEqual([path, method, 405]);
      expect(await response.json()).toEqual({
        reason: expect.stringMatching(/^This address takes .*, not /) as string,
      });
      expect(response.headers.get('allow')).toContain(taken[0]);
    }
  }
});

test('what is read is what the contract says, of everything in the demo office', async () => {
  const { id: drawing } = await asDesk(drawingServices.makeDrawing)({
    formatId: 'workshop-sheets',
    specimen: 'recovery-winch',
    variant: '316L',
    sizeId: 'iso-a3-landscape',
  });
  const profile = (await asDesk(profileServices.profiles)())[0]!.id;
  const open = (await formatServices.format('workshop-sheets')).edition.id;
  const starter = (await asDesk(starterServices.starters)())[0]!.id;
  const ids: Record<string, string> = {
    '/api/drawings/[id]': drawing,
    '/api/formats/[id]': 'workshop-sheets',
    '/api/formats/[id]/proving': 'workshop-sheets',
    '/api/formats/[id]/sharing': 'workshop-sheets',
    '/api/formats/[id]/editions': 'workshop-sheets',
    '/api/editions/[id]': open,
    '/api/editions/[id]/release': open,
    '/api/editions/[id]/steps': open,
    '/api/editions/[id]/states/[version]': open,
    '/api/starters/[id]': starter,
    '/api/accounts/[id]/sign-ins': '0',
    '/api/specimens/[id]': 'recovery-winch',
    '/api/rule-books/[id]': 'kelvarra-rules',
    '/api/rule-books/[id]/counts': 'kelvarra-rules',
    '/api/profiles/[id]': profile,
    '/api/profiles/[id]/revisions/[number]': profile,
    '/api/properties/[id]/uses': 'material',
    '/api/properties/[id]/answers': 'checked-by',
  };
  // What other programs ask for takes a token of theirs.
  const read = routes.filter(
    ([, { method, path, answer }]) =>
      method === 'GET' &&
      (!path.includes('[') || path in ids) &&
      ROUTES[`GET ${path}` as RouteAddress] !== 'program' &&
      answer !== FILE,
  );
  expect(read.length).toBeGreaterThan(12);
  for (const [name, { path, answer }] of read) {
    const response = await (
      await handlersOf(path)
    ).GET!(asked('http://test/'), {
      params: Promise.resolve({ id: ids[path] ?? '', number: '1', version: '1' }),
    });
    expect([name, response.status]).toEqual([name, 200]);
    const body: unknown = await response.json();
    const parsed = answer.safeParse(body);
    expect([name, parsed.error?.issues]).toEqual([name, undefined]);
    // Nothing is sent that the contract does not name.
    expect(parsed.data).toEqual(body);
  }
});
