import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { applyStep } from '@/core/format/steps/step';
import { STANDARDS_DESK } from '@/server/actor';
import { database, transaction } from '@/server/database';
import { CLAIMS, soonerThan } from '@/server/jobs/registry';
import { runJobs, runOne } from '@/server/jobs/runner';
import { askedAgain, claimJob, insertJob, newestJob, noteProgress } from '@/server/repositories/jobs';
import { format, saveDocument } from '@/server/services/formats';
import * as proving from '@/server/services/proving';
import { importSpecimens } from '@/server/services/specimens';
import { manySpecimens } from '../bench/many-specimens';
import { cases } from '../core/generated';
import { asDesk, count, withOffice } from './office';

const { provingStatus, stopProving } = proving;
const proveOnAll = asDesk(proving.proveOnAll);

withOffice();

const FORMAT = 'workshop-sheets';
const never = new AbortController().signal;
const claim = (owner: string) => transaction((db) => claimJob(db, owner, CLAIMS));
const lapse = () => database.run('UPDATE jobs SET lease_until = NOW(3) - INTERVAL 1 SECOND');

test('every size with every model and variant is proved, and what does not fit is listed, the worst first', async () => {
  const asked = await proveOnAll(FORMAT);
  expect(asked).toMatchObject({ state: 'waiting', proofs: 10 * 2 * 5, done: 0, outdated: false });
  await expect(proveOnAll(FORMAT)).rejects.toMatchObject({ status: 409 });
  expect(await runOne('one', never)).toBe(true);
  const done = (await provingStatus(FORMAT))!;
  expect(done).toMatchObject({ state: 'done', done: 100 });
  expect(done.rate).toBeGreaterThan(0);
  const { '●': fits, '▲': look, '■': blocks } = done.counts;
  expect(fits + look + blocks).toBe(100);
  expect(done.worst).toHaveLength(look + blocks);
  expect(done.worst[0]!.verdict.sign).toBe('■');
  expect(done.worst.find(({ specimen, variant }) => specimen === 'drive-shaft' && variant === '316L')).toMatchObject({
    name: 'Drive shaft',
    verdict: { sign: '■', of: 'text overflows' },
    findings: [expect.objectContaining({ code: 'text overflows', weight: 'blocks release' })],
  });
  expect(await runOne('one', never)).toBe(false);
});

test('of two that claim at once one has the job, and it is nobody else’s until its lease runs out', async () => {
  await proveOnAll(FORMAT);
  const claims = await Promise.all(['a', 'b', 'c'].map(claim));
  const taken = claims.filter((job) => job !== undefined);
  expect(taken).toHaveLength(1);
  const owner = ['a', 'b', 'c'][claims.indexOf(taken[0])]!;
  const progress = { id: taken[0]!.id, owner, lastId: 'guard', piecesDone: 30 };
  expect(await noteProgress(database, progress)).toBe(true);
  await lapse();
  expect(await claim('d')).toMatchObject({ lastId: 'guard', piecesDone: 30 });
  expect(await noteProgress(database, { ...progress, lastId: 'pawl' })).toBe(false);
});

test('a step that was cut off is done again and counts once', async () => {
  await proveOnAll(FORMAT);
  await runOne('one', never);
  await database.run(
    "UPDATE jobs SET state = 'running', last_id = 'fairlead-roller', pieces_done = 50, lease_until = NOW(3)",
  );
  await lapse();
  expect(await runOne('two', never)).toBe(true);
  expect(await provingStatus(FORMAT)).toMatchObject({ state: 'done', done: 100 });
  expect(await count('proof_verdicts')).toBe(100);
});

test('a worker that is killed in the middle is followed by another, and no proof is lost or counted twice', async () => {
  const models = cases(3, 12);
  const names = Array.from({ length: 40 }, (_, i) => `Variant ${i}`);
  await asDesk(importSpecimens)(
    manySpecimens(models).map((model) => ({ ...model, variants: names.map((name) => ({ name, values: {} })) })),
  );
  const { proofs } = await proveOnAll(FORMAT);
  expect(proofs).toBe((10 * 2 + models * 40) * 5);
  const start = () =>
    spawn(process.execPath, ['--import', 'tsx', 'scripts/worker.ts'], { stdio: 'ignore', env: process.env });
  const killed = start();
  const done = async () => (await provingStatus(FORMAT))!.done;
  while ((await done()) === 0) await setTimeout(20);
  killed.kill('SIGKILL');
  const before = await done();
  expect(before).toBeLessThan(proofs);
  await lapse();
  const next = start();
  try {
    while ((await provingStatus(FORMAT))!.state !== 'done') await setTimeout(50);
  } finally {
    next.kill('SIGTERM');
  }
  const ended = (await provingStatus(FORMAT))!;
  expect(ended.done).toBe(proofs);
  expect(Object.values(ended.counts).reduce((sum, one) => sum + one)).toBe(proofs);
  expect(await count('proof_verdicts')).toBe(proofs);
});

test('variants that differ by a capital or an accent are proved each for itself', async () => {
  const [pawl] = manySpecimens(1);
  const variants = ['red', 'Red', 'réd', 'red2'].map((name) => ({ name, values: {} }));
  await asDesk(importSpecimens)([{ ...pawl!, variants }]);
  const { proofs } = await proveOnAll(FORMAT);
  await runOne('one', never);
  expect(proofs).toBe((10 * 2 + 4) * 5);
  expect(await count('proof_verdicts')).toBe(proofs);
  expect(await provingStatus(FORMAT)).toMatchObject({ state: 'done', done: proofs });
});

test('a run is stopped while it waits, or at its next step, and keeps what it has', async () => {
  await proveOnAll(FORMAT);
  expect(await stopProving(FORMAT)).toMatchObject({ state: 'stopped', done: 0 });
  await proveOnAll(FORMAT);
  const job = (await newestJob(database, 'prove', FORMAT))!;
  await database.run('UPDATE jobs SET stop_asked = TRUE WHERE id = ?', [job.id]);
  await runOne('one', never);
  expect(await provingStatus(FORMAT)).toMatchObject({ state: 'stopped', done: 0 });
});

test('a process that is ended gives its job back', async () => {
  await proveOnAll(FORMAT);
  await runOne('one', AbortSignal.abort());
  expect(await provingStatus(FORMAT)).toMatchObject({ state: 'waiting' });
  const ended = new AbortController();
  const running = runJobs(ended.signal, 5);
  while ((await provingStatus(FORMAT))!.state !== 'done') await new Promise((next) => setImmediate(next));
  ended.abort();
  await running;
});

test('a job that never comes to its end is failed after three tries', async () => {
  await proveOnAll(FORMAT);
  for (const owner of ['a', 'b', 'c']) {
    expect(await claim(owner)).toBeDefined();
    await lapse();
  }
  expect(await claim('d')).toBeUndefined();
  expect(await provingStatus(FORMAT)).toMatchObject({
    state: 'failed',
    trouble: 'It was begun 3 times and never came to its end.',
  });
});

test('a format that is changed while it is proved is proved as it was, and the run is said to be of before', async () => {
  await proveOnAll(FORMAT);
  const { edition } = await format(FORMAT);
  const step = { op: 'set track', block: 'title-block', axis: 'column', track: 'tb-c1', size: 41 } as const;
  const outcome = applyStep(edition.document, step);
  if (!outcome.ok) throw new Error(outcome.reason);
  const change = { version: edition.version, document: outcome.document, sitting: 'x'.repeat(36), words: ['Column 1'] };
  await saveDocument(STANDARDS_DESK, edition.id, change);
  await runOne('one', never);
  expect(await provingStatus(FORMAT)).toMatchObject({
    state: 'done',
    done: 100,
    outdated: true,
  });
});

describe('lanes', () => {
  const put = (kind: string, subject: string) =>
    insertJob(database, { id: randomUUID(), kind, subject, input: {}, askedBy: STANDARDS_DESK.account });

  test('what somebody waits for at the screen goes before what is wanted soon or whenever, the view in sight first', async () => {
    await proveOnAll(FORMAT);
    for (const subject of ['first', 'second', 'third']) {
      await put('project', subject);
      // Asked for at another time.
      await database.run('UPDATE jobs SET asked_at = asked_at - INTERVAL 10 SECOND');
    }
    await put('read names', 'some');
    expect(await put('project', 'first')).toBe(false);
    expect(await askedAgain(database, 'project', ['first', 'none'])).toEqual(new Set(['first']));
    const order = [];
    for (let job = await claim('a'); job; job = await claim('a')) order.push(job.subject);
    expect(order).toEqual(['first', 'third', 'second', 'some', FORMAT]);
  });

  test('of views that are looked at, each process goes on with the file that it has, and begins with one that no other has', async () => {
    for (const [subject, needs] of [
      ['a1', 'a'],
      ['a2', 'a'],
      ['b1', 'b'],
      ['b2', 'b'],
    ] as const)
      await insertJob(database, {
        ...{ id: randomUUID(), kind: 'project', subject, input: {}, needs },
        askedBy: STANDARDS_DESK.account,
      });
    await database.run('UPDATE jobs SET asked_at = (SELECT MAX(asked_at) FROM jobs)');
    const taken = async (owner: string, has?: string) =>
      (await transaction((db) => claimJob(db, owner, { ...CLAIMS, has })))?.subject;
    expect([await taken('one'), await taken('two')]).toEqual(['a1', 'b1']);
    expect([await taken('two', 'b'), await taken('one', 'a')]).toEqual(['b2', 'a2']);
  });

  test('the model store is asked before anything else', () => {
    expect(CLAIMS.order[0]).toBe('follow store');
    expect(soonerThan('prove')).toContain('project');
    expect(soonerThan('project')).toEqual([]);
  });

  test('long work gives way after its step, keeps what is done, and goes on afterwards', async () => {
    await importSpecimens(STANDARDS_DESK, manySpecimens(60));
    await proveOnAll(FORMAT);
    const running = runOne('long', never);
    while ((await newestJob(database, 'prove', FORMAT))!.state !== 'running') await setTimeout(5);
    await put('project', 'wanted now');
    await running;
    const left = (await newestJob(database, 'prove', FORMAT))!;
    expect(left.state).toBe('waiting');
    expect(left.piecesDone).toBeGreaterThan(0);
    expect(await claim('other')).toMatchObject({ kind: 'project' });
    expect(await claim('other')).toMatchObject({ kind: 'prove', lastId: left.lastId, piecesDone: left.piecesDone });
  });
});

test('what is not there is refused', async () => {
  await expect(proveOnAll('nothing')).rejects.toMatchObject({ status: 404 });
  expect(await provingStatus(FORMAT)).toBeUndefined();
  expect(await stopProving(FORMAT)).toBeUndefined();
});
