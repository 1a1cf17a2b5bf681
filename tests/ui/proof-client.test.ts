import { type OpenedWorker, ProofClient, type ProofOrder } from '@/ui/proof/proof-client';
import type { ProofResult, ProofTask } from '@/workers/proof-worker';
import { demoFacts, demoPackage, demoResources } from '../core/demo';

const { format } = demoPackage('sketch-sheet');
const resources = demoResources(demoPackage('sketch-sheet'));
const order = (id: string): ProofOrder => ({
  id,
  document: format,
  request: { sizeId: format.mainSize, show: 'values', scale: '1:1' } as ProofOrder['request'],
  facts: demoFacts(demoPackage('sketch-sheet')),
  room: { width: 100, height: 100 },
});

/** A worker that answers as it is told to, in its own time. */
function workerThat(prove: (task: ProofTask) => Promise<ProofResult>): () => OpenedWorker {
  const nothing = async () => undefined;
  const remote = { prove, setResources: nothing, addPictures: nothing, setDocument: nothing } as unknown;
  return () => ({ remote: remote as OpenedWorker['remote'], end: () => undefined });
}

const made: ProofResult = { findings: [], sheets: 2 };
const told = (client: ProofClient, id: string) =>
  new Promise<ProofResult>((resolve) => client.order(order(id), resolve));

test('a proof that cannot be made says so, and those ordered with it and after it are made', async () => {
  const client = new ProofClient(
    resources,
    workerThat(async ({ id }) => {
      if (id === 'broken') throw new Error('out of memory');
      return made;
    }),
  );
  const [broken, beside] = await Promise.all([told(client, 'broken'), told(client, 'beside')]);
  expect(broken).toMatchObject({ refused: 'This proof could not be made: out of memory' });
  expect(beside).toMatchObject(made);
  expect(await told(client, 'later')).toMatchObject(made);
});

test('a newer order of the same proof takes the place of one that is not begun', async () => {
  const begun: string[] = [];
  const client = new ProofClient(
    resources,
    workerThat(async ({ id, room }) => {
      begun.push(`${id} ${room.width}`);
      return made;
    }),
  );
  const answers: number[] = [];
  const first = told(client, 'first');
  client.order({ ...order('second'), room: { width: 1, height: 1 } }, () => answers.push(1));
  const second = new Promise<ProofResult>((resolve) =>
    client.order({ ...order('second'), room: { width: 2, height: 1 } }, resolve),
  );
  await Promise.all([first, second]);
  expect(begun).toEqual(['first 100', 'second 2']);
  expect(answers).toEqual([]);
});
