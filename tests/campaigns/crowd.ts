/**
 * People who work in an office at once: they read and answer drawings, finish, export, upload, search, review. Each has an account and a
 * drawing of their own, pauses between what they do, and notes what they were told and how long it took.
 */
import { setTimeout } from 'node:timers/promises';

export interface Crowd {
  people: number;
  /** What each of them does in all. */
  steps: number;
  /** How long they pause between two steps on average, ms. */
  pause: number;
  seed: number;
}

/** What came of one kind of step. */
export interface Tally {
  times: number[];
  /** How often each status came that is none of success. */
  refused: Map<number, string[]>;
}

interface Person {
  ask: (method: string, path: string, body?: object) => Promise<Response>;
  drawing: string;
  version: number;
  answered: number;
  random: () => number;
}

const PASSWORD = 'buoys, winches and bollards';
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10"><path d="M0 0H20V10H0Z" fill="none" stroke="#000"/></svg>';

/** Numbers from 0 to 1 that a seed gives (mulberry32). */
function numbersOf(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const read = ({ ask, drawing }: Person) => ask('GET', `/api/drawings/${drawing}`);

/** Changes the person's drawing, and knows its version from then on. */
async function change(person: Person, how: object): Promise<Response> {
  const answer = await person.ask('PUT', `/api/drawings/${person.drawing}`, { version: person.version, ...how });
  if (answer.ok) person.version = ((await answer.clone().json()) as { version: number }).version;
  return answer;
}

async function finishAndReopen(person: Person): Promise<Response> {
  const finished = await change(person, { state: 'finished', finishReason: 'The yard waits for it' });
  return finished.ok ? change(person, { state: 'in work' }) : finished;
}

/** How often each kind of step comes among a hundred, and what is asked in it. */
const STEPS: Record<string, { often: number; does: (person: Person) => Promise<Response> }> = {
  'open a drawing': { often: 30, does: read },
  answer: {
    often: 25,
    does: (person) => change(person, { answers: { 'created-by': `Drafter ${++person.answered}` } }),
  },
  register: {
    often: 10,
    does: ({ ask, random }) => ask('GET', `/api/drawings?search=KD-000${Math.floor(random() * 9)}`),
  },
  models: { often: 6, does: ({ ask }) => ask('GET', '/api/specimens?search=pawl') },
  shelf: { often: 5, does: ({ ask }) => ask('GET', '/api/formats') },
  'export PDF': {
    often: 9,
    does: ({ ask, drawing }) => ask('POST', `/api/drawings/${drawing}/export`, { kind: 'pdf', asItIs: true }),
  },
  'export DXF': {
    often: 3,
    does: ({ ask, drawing }) => ask('POST', `/api/drawings/${drawing}/export`, { kind: 'dxf', asItIs: true }),
  },
  'export PNG': {
    often: 1,
    does: ({ ask, drawing }) => ask('POST', `/api/drawings/${drawing}/export`, { kind: 'png 150', asItIs: true }),
  },
  'finish, reopen': { often: 4, does: finishAndReopen },
  upload: { often: 3, does: ({ ask }) => ask('POST', '/api/pictures?name=crest.svg', new TextEncoder().encode(SVG)) },
  'make a drawing': {
    often: 2,
    does: ({ ask }) => ask('POST', '/api/drawings', { ...ASKED, specimen: 'drum-barrel' }),
  },
  'pack a format': { often: 1, does: ({ ask }) => ask('POST', '/api/packages/pack', { formats: ['workshop-sheets'] }) },
  health: { often: 1, does: ({ ask }) => ask('GET', '/api/health') },
};

const ASKED = { formatId: 'workshop-sheets', sizeId: 'iso-a3-landscape', scale: '1:2' };

const turns = Object.entries(STEPS).flatMap(([name, { often }]) => Array<string>(often).fill(name));

/** Somebody's requests to an address, with their cookie. */
function asker(address: string, cookie: () => string): Person['ask'] {
  return (method, path, body) =>
    fetch(address + path, {
      method,
      headers: {
        cookie: cookie(),
        ...(body !== undefined && {
          'content-type': body instanceof Uint8Array ? 'application/octet-stream' : 'application/json',
        }),
      },
      ...(body !== undefined && { body: body instanceof Uint8Array ? new Uint8Array(body) : JSON.stringify(body) }),
    });
}

async function signIn(address: string, body: object): Promise<Person['ask']> {
  let cookie = '';
  const ask = asker(address, () => cookie);
  const answer = await ask('POST', '/api/sign-in', body);
  if (!answer.ok) throw new Error(`nobody can sign in: ${await answer.text()}`);
  cookie = answer.headers.get('set-cookie')!.split(';')[0]!;
  return ask;
}

/** A person with an account and a drawing, ready to work. */
async function person(address: string, administrator: Person['ask'], i: number, seed: number): Promise<Person> {
  const signInName = `crowd-${i}`;
  const first = `${PASSWORD} ${i}`;
  const account = { name: `Drafter ${i}`, signInName, role: 'administrator', password: first };
  const added = await administrator('POST', '/api/accounts', account);
  if (!added.ok) throw new Error(await added.text());
  const ask = await signIn(address, { signInName, password: first, newPassword: `${first}!` });
  const made = await ask('POST', '/api/drawings', { ...ASKED, specimen: 'pawl' });
  if (!made.ok) throw new Error(await made.text());
  const { id } = (await made.json()) as { id: string };
  const { drawing } = (await (await ask('GET', `/api/drawings/${id}`)).json()) as { drawing: { version: number } };
  return { ask, drawing: id, version: drawing.version, answered: 0, random: numbersOf(seed + i) };
}

/**
 * Lets a crowd work in the demo office at an address.
 *
 * @param on.ready called when everybody is signed in and has a drawing; `on.step` after each step, with how many were done
 * @returns what came of each kind of step, and whose last answer is not what their drawing says in the end
 */
export async function work(
  address: string,
  administrator: { signInName: string; password: string },
  { people, steps, pause, seed }: Crowd,
  on: { ready?: () => void; step?: (done: number) => void } = {},
): Promise<{ tallies: Map<string, Tally>; lost: string[] }> {
  const desk = await signIn(address, administrator);
  const all: Person[] = [];
  for (let i = 1; i <= people; i++) all.push(await person(address, desk, i, seed));
  on.ready?.();
  let done = 0;
  const tallies = new Map<string, Tally>();
  const step = async (one: Person) => {
    const name = turns[Math.floor(one.random() * turns.length)]!;
    const tally = tallies.get(name) ?? { times: [], refused: new Map<number, string[]>() };
    tallies.set(name, tally);
    const start = performance.now();
    const answer = await STEPS[name]!.does(one);
    const said = await answer.arrayBuffer().catch(() => new ArrayBuffer());
    tally.times.push(performance.now() - start);
    on.step?.(++done);
    if (!answer.ok)
      tally.refused.set(answer.status, [
        ...(tally.refused.get(answer.status) ?? []),
        Buffer.from(said).toString().slice(0, 200),
      ]);
  };
  const lost: string[] = [];
  await Promise.all(
    all.map(async (one) => {
      for (let i = 0; i < steps; i++) {
        await setTimeout(one.random() * 2 * pause);
        await step(one);
      }
      const { drawing } = (await (await read(one)).json()) as { drawing: { answers: Record<string, string> } };
      if (one.answered > 0 && drawing.answers['created-by'] !== `Drafter ${one.answered}`) lost.push(one.drawing);
    }),
  );
  return { tallies, lost };
}
