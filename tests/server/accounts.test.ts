import { GET as listAccounts, POST as addAccount } from '@/app/api/accounts/route';
import { PUT as changeAccount } from '@/app/api/accounts/[id]/route';
import { PUT as resetPassword } from '@/app/api/accounts/[id]/password/route';
import { GET as me } from '@/app/api/me/route';
import { PUT as changePassword } from '@/app/api/me/password/route';
import { GET as mySignIns } from '@/app/api/me/sign-ins/route';
import { POST as beFirst } from '@/app/api/sign-in/first/route';
import { DELETE as signOut, POST as signIn } from '@/app/api/sign-in/route';
import { DELETE as endSignIn } from '@/app/api/sign-ins/[id]/route';
import type { Account, SignIn } from '@/contract/accounts';
import { database } from '@/server/database';
import { PEER, addressOf } from '@/server/peer';
import { hashOf, isPassword } from '@/server/signing-in/password';
import { cases } from '../core/generated';
import { freshOffice } from '../fresh-office';
import { asked, signInAs, withOffice } from './office';

withOffice();

const DEMO = 'buoys and winches';

/** A browser of its own: it keeps the cookie that it is given. */
class Browser {
  cookie = '';
  constructor(private readonly address = '10.0.0.1') {}

  async send(
    handler: (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>,
    { method = 'GET', body, id }: { method?: string; body?: unknown; id?: string } = {},
  ) {
    const response = await handler(
      new Request('http://test/', {
        method,
        headers: { 'content-type': 'application/json', [PEER]: this.address, cookie: this.cookie },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      }),
      { params: Promise.resolve({ ...(id !== undefined && { id }) }) },
    );
    const set = response.headers.get('set-cookie');
    if (set) this.cookie = set.split(';')[0]!;
    return { status: response.status, set, body: (await response.json()) as Record<string, unknown> };
  }

  signIn(signInName: string, password: string, newPassword?: string) {
    return this.send(signIn, { method: 'POST', body: { signInName, password, newPassword } });
  }

  me = () => this.send(me);
}

const accountOf = async (signInName: string): Promise<Account> => {
  await signInAs('administrator');
  const accounts = (await (
    await listAccounts(asked('http://test/'), { params: Promise.resolve({}) })
  ).json()) as Account[];
  return accounts.find((one) => one.signInName === signInName)!;
};

test('a password is kept as a hash with a salt of its own, and known again however its letters are composed', async () => {
  const kept = await hashOf('caf\u00e9 au lait', 256);
  expect(kept).not.toContain('caf');
  expect(await hashOf('caf\u00e9 au lait', 256)).not.toBe(kept);
  expect(await isPassword('cafe\u0301 au lait', kept)).toBe(true);
  expect(await isPassword('cafe au lait', kept)).toBe(false);
  expect(await isPassword('', null)).toBe(false);
});

test('somebody signs in, is known by a sealed cookie, and signs out: a cookie that was copied is worth nothing then', async () => {
  const browser = new Browser();
  expect((await browser.me()).status).toBe(401);
  const { set, body } = await browser.signIn('Persephone', DEMO);
  expect(body).toMatchObject({ name: 'Persephone Vanterpool-Szymborska', role: 'drafter' });
  expect(set).toMatch(/HttpOnly/i);
  expect(set).toMatch(/SameSite=Lax/i);
  expect((await browser.me()).body).toEqual(body);
  const copied = browser.cookie;
  expect((await browser.send(signOut, { method: 'DELETE' })).status).toBe(200);
  expect((await browser.me()).status).toBe(401);
  browser.cookie = copied;
  expect(await browser.me()).toMatchObject({ status: 401, body: { signedOut: true } });
  browser.cookie = `${copied.slice(0, -4)}AAAA`;
  expect((await browser.me()).status).toBe(401);
});

test('nothing tells whether a name has an account; a removed one is told so to whoever knows its password', async () => {
  const browser = new Browser();
  const wrong = await browser.signIn('ruth', 'not this one');
  expect(await browser.signIn('nobody-here', 'not this one')).toEqual(wrong);
  expect(wrong).toMatchObject({ status: 401, body: { reason: 'The name or the password is not right.' } });
  const reader = await accountOf('teodor');
  await changeAccount(
    asked('http://test/', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version: reader.version, removed: true }),
    }),
    { params: Promise.resolve({ id: reader.id }) },
  );
  expect((await browser.signIn('teodor', 'not this one')).body).toEqual(wrong.body);
  expect(await browser.signIn('teodor', DEMO)).toMatchObject({
    status: 403,
    body: { reason: expect.stringContaining('removed') },
  });
});

test('wrong passwords by the hundred: five are looked at at once, then ever fewer; nobody is locked out', async () => {
  const guessing = new Browser('10.9.9.9');
  const home = new Browser('10.0.0.2');
  expect((await home.signIn('persephone', DEMO)).status).toBe(200);
  const answers = [];
  const rounds = cases(5, 20);
  for (let round = 0; round < rounds; round += 1)
    answers.push(
      ...(await Promise.all(
        Array.from({ length: 50 }, (_, i) => guessing.signIn('persephone', `guess ${round} ${i}`)),
      )),
    );
  const looked = answers.filter(({ status }) => status === 401);
  const refused = answers.filter(({ status }) => status === 429);
  expect(looked.length + refused.length).toBe(50 * rounds);
  // One more each time that the pause has passed, and that doubles: at most seven in the time that all of this takes.
  expect(looked.length).toBeGreaterThanOrEqual(5);
  expect(looked.length).toBeLessThan(15);
  expect(refused.at(-1)!.body).toMatchObject({ reason: expect.stringMatching(/Wait \d+ seconds? before/) });
  const { wait } = refused.at(-1)!.body as { wait: number };
  expect(wait).toBeLessThanOrEqual(30);
  // Once that has passed, even from there.
  await database.run('UPDATE sign_in_tries SET tried_at = tried_at - INTERVAL ? SECOND', [wait]);
  expect((await guessing.signIn('persephone', DEMO)).status).toBe(200);
});

test('guesses from many addresses slow a name down, but not where its owner signs in; forged addresses count for nothing', async () => {
  const home = new Browser('10.0.0.2');
  expect((await home.signIn('persephone', DEMO)).status).toBe(200);
  for (let i = 0; i < 40; i += 1) await new Browser(`10.1.0.${i}`).signIn('persephone', 'guess');
  expect((await new Browser('10.2.0.1').signIn('persephone', DEMO)).status).toBe(429);
  expect((await home.signIn('persephone', DEMO)).status).toBe(200);
  // Sixty addresses that one and the same peer only says it forwards for are one address.
  await database.run('DELETE FROM sign_in_tries');
  const statuses = [];
  for (let i = 0; i < 60; i += 1) {
    const headers = { 'content-type': 'application/json', [PEER]: '10.3.0.1', 'x-forwarded-for': `10.4.0.${i}` };
    const body = JSON.stringify({ signInName: 'persephone', password: 'guess' });
    const response = await signIn(new Request('http://test/', { method: 'POST', headers, body }), {
      params: Promise.resolve({}),
    });
    statuses.push(response.status);
  }
  expect(statuses.filter((status) => status === 401).length).toBeLessThan(15);
  expect((await home.signIn('persephone', DEMO)).status).toBe(200);
});

test('an address that was forwarded counts from a proxy that the settings name', () => {
  const headers = new Headers({ [PEER]: '::ffff:10.0.0.9', 'x-forwarded-for': '1.2.3.4, 5.6.7.8' });
  expect(addressOf(headers)).toBe('10.0.0.9');
  process.env.ZONOGRAPH_PROXIES = '10.0.0.8, 10.0.0.9';
  try {
    expect(addressOf(headers)).toBe('5.6.7.8');
  } finally {
    delete process.env.ZONOGRAPH_PROXIES;
  }
});

test('a secret that is renewed signs nobody out, as long as the one before it is named', async () => {
  const usual = process.env.ZONOGRAPH_SECRET;
  try {
    process.env.ZONOGRAPH_SECRET = 'the first of the secrets that are long enough';
    const browser = new Browser();
    await browser.signIn('orsolya', DEMO);
    const { cookie } = browser;
    process.env.ZONOGRAPH_FORMER_SECRETS = process.env.ZONOGRAPH_SECRET;
    process.env.ZONOGRAPH_SECRET = 'the second of the secrets, as long';
    expect((await browser.me()).status).toBe(200);
    delete process.env.ZONOGRAPH_FORMER_SECRETS;
    browser.cookie = cookie;
    expect((await browser.me()).status).toBe(401);
  } finally {
    process.env.ZONOGRAPH_SECRET = usual;
    delete process.env.ZONOGRAPH_FORMER_SECRETS;
  }
});

test('a role that is taken away, and an account that is removed, count at the next request', async () => {
  const browser = new Browser();
  await browser.signIn('orsolya', DEMO);
  const { id, version } = await accountOf('orsolya');
  const change = async (body: object) => {
    const request = asked('http://test/', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await changeAccount(request, { params: Promise.resolve({ id }) })).status;
  };
  expect(await change({ version, role: 'reader' })).toBe(200);
  expect((await browser.me()).body).toMatchObject({ role: 'reader' });
  expect(await change({ version, role: 'checker' })).toBe(409);
  expect(await change({ version: version + 1, removed: true })).toBe(200);
  expect((await browser.me()).status).toBe(401);
});

test('the only administrator stays one', async () => {
  const { id, version } = await accountOf('ruth');
  for (const change of [{ role: 'checker' }, { removed: true }]) {
    const request = asked('http://test/', {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version, ...change }),
    });
    const response = await changeAccount(request, { params: Promise.resolve({ id }) });
    expect([response.status, await response.json()]).toEqual([
      422,
      { reason: 'Ruth Calder is the only standards administrator. Make somebody else one first.' },
    ]);
  }
});

test('an account is added with a password that is replaced at the first sign-in; a name is taken once', async () => {
  const administrator = new Browser();
  await administrator.signIn('ruth', DEMO);
  const add = (signInName: string, name = 'Ines Sundqvist') =>
    administrator.send(addAccount, {
      method: 'POST',
      body: { name, signInName, role: 'drafter', password: 'for the first time' },
    });
  expect((await add('ines')).status).toBe(200);
  expect(await add('INES')).toMatchObject({ status: 409, body: { reason: 'Somebody signs in as “ines” already.' } });
  expect((await add('long', 'x'.repeat(200))).body.reason).toContain('120 characters');
  const ines = new Browser();
  expect(await ines.signIn('ines', 'for the first time')).toMatchObject({ status: 422, body: { choose: true } });
  expect((await ines.signIn('ines', 'for the first time', 'for the first time')).status).toBe(422);
  expect((await ines.signIn('ines', 'for the first time', 'short')).status).toBe(400);
  expect((await ines.signIn('ines', 'for the first time', 'one of my own')).status).toBe(200);
  expect((await new Browser().signIn('ines', 'one of my own')).status).toBe(200);
});

test('a changed password signs other places out, a reset one all of them', async () => {
  const [here, there] = [new Browser(), new Browser('10.0.0.3')];
  await here.signIn('orsolya', DEMO);
  await there.signIn('orsolya', DEMO);
  const change = (password: string) =>
    here.send(changePassword, { method: 'PUT', body: { password, newPassword: 'another of my own' } });
  expect(await change('not this one')).toMatchObject({ status: 422 });
  expect((await there.me()).status).toBe(200);
  expect((await change(DEMO)).status).toBe(200);
  expect([(await here.me()).status, (await there.me()).status]).toEqual([200, 401]);
  const { id } = await accountOf('orsolya');
  const request = asked('http://test/', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ password: 'given by the desk' }),
  });
  expect((await resetPassword(request, { params: Promise.resolve({ id }) })).status).toBe(200);
  expect((await here.me()).status).toBe(401);
  expect((await here.signIn('orsolya', 'given by the desk')).body).toMatchObject({ choose: true });
});

test('sign-ins are listed and ended: one’s own by oneself, anybody’s by an administrator', async () => {
  const [here, there, other] = [new Browser(), new Browser('10.0.0.3'), new Browser()];
  await here.signIn('orsolya', DEMO);
  await there.signIn('orsolya', DEMO);
  await other.signIn('persephone', DEMO);
  const signIns = (await here.send(mySignIns)).body as unknown as SignIn[];
  expect(signIns.map(({ isThis, address }) => [isThis, address]).sort()).toEqual([
    [false, '10.0.0.3'],
    [true, '10.0.0.1'],
  ]);
  const id = signIns.find(({ isThis }) => !isThis)!.id;
  expect((await other.send(endSignIn, { method: 'DELETE', id })).status).toBe(404);
  expect((await here.send(endSignIn, { method: 'DELETE', id })).status).toBe(200);
  expect((await there.me()).status).toBe(401);
  const administrator = new Browser();
  await administrator.signIn('ruth', DEMO);
  const theirs = ((await other.send(mySignIns)).body as unknown as SignIn[])[0]!.id;
  expect((await administrator.send(endSignIn, { method: 'DELETE', id: theirs })).status).toBe(200);
  expect((await other.me()).status).toBe(401);
});

test('the first start of an office takes one first administrator, however many ask at once', async () => {
  const body = { name: 'Ada Norrgard', signInName: 'ada', password: 'the very first one' };
  expect(await new Browser().send(beFirst, { method: 'POST', body })).toMatchObject({ status: 409 });
  await freshOffice({ accounts: false });
  const browsers = Array.from({ length: 8 }, () => new Browser());
  const sent = await Promise.all(
    browsers.map((browser, i) => browser.send(beFirst, { method: 'POST', body: { ...body, signInName: `ada-${i}` } })),
  );
  expect(sent.map(({ status }) => status).sort()).toEqual([200, ...Array.from({ length: 7 }, () => 409)]);
  const first = browsers[sent.findIndex(({ status }) => status === 200)]!;
  expect((await first.me()).body).toMatchObject({ name: 'Ada Norrgard', role: 'administrator' });
});
