import { type Remote, wrap } from 'comlink';
import type { FormatDocument } from '../../core/format/document';
import type { Finding, FindingCode } from '../../core/findings/finding';
import type { OfferedRepair, RepairedAll } from '../../core/repairing/repairing';
import type { Proof } from '../../core/repairing/situation';
import type { Facts } from '../../core/property/facts';
import type { ProofRequest } from '../../core/scene/proof';
import type { PictureData } from '../../core/picture/picture';
import type { Resources } from '../../core/scene/resources';
import type { ProofResult, ProofWorker } from '../../workers/proof-worker';

/** One proof to keep current: one format on one size, filled from one specimen. */
export interface ProofOrder {
  id: string;
  document: FormatDocument;
  request: ProofRequest;
  facts: Facts;
  room: { width: number; height: number };
}

/** How many documents the worker keeps at least. */
const KEPT = 8;

/** A worker that proves, as it is seen from here. */
export interface OpenedWorker {
  remote: Pick<Remote<ProofWorker>, 'prove' | 'setResources' | 'addPictures' | 'setDocument' | 'repairs' | 'repairAll'>;
  end: () => void;
}

function openWorker(): OpenedWorker {
  const worker = new Worker(new URL('../../workers/proof-worker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<ProofWorker>(worker), end: () => worker.terminate() };
}

/**
 * Keeps proofs current in a worker: a newer order of the same id replaces one that has not been begun. A proof that the worker cannot make is
 * refused in words, and those after it are made all the same.
 */
export class ProofClient {
  private readonly worker: OpenedWorker;
  private readonly remote: OpenedWorker['remote'];
  private readonly waiting = new Map<string, { order: ProofOrder; done: (result: ProofResult) => void }>();
  /** The name under which each document was given to the worker. */
  private readonly sent = new WeakMap<FormatDocument, string>();
  private documents = 0;
  /** The last picture of each proof, for a result that looks as it did. */
  private readonly pictures = new Map<string, ImageBitmap>();
  private busy = false;

  constructor(resources: Resources, open: () => OpenedWorker = openWorker) {
    this.worker = open();
    this.remote = this.worker.remote;
    void this.remote.setResources(resources);
  }

  setResources(resources: Resources) {
    void this.remote.setResources(resources);
  }

  /** Gives pictures that formats hold which come one by one. */
  addPictures(pictures: Readonly<Record<string, PictureData>>) {
    if (Object.keys(pictures).length > 0) void this.remote.addPictures(pictures);
  }

  /** Orders a proof; `done` is called once with its result, unless a newer order of the same id comes first. */
  order(order: ProofOrder, done: (result: ProofResult) => void) {
    this.waiting.set(order.id, { order, done });
    void this.work();
  }

  /** What mends a finding of the proof numbered `on`, tried on all of them, the least change first. */
  repairs(document: FormatDocument, proofs: Proof[], on: number, finding: Finding): Promise<OfferedRepair[]> {
    return this.remote.repairs({ document: this.nameOf(document), proofs }, on, finding);
  }

  /** What mends every finding of a kind on all proofs. */
  repairAll(document: FormatDocument, proofs: Proof[], code: FindingCode): Promise<RepairedAll | undefined> {
    return this.remote.repairAll({ document: this.nameOf(document), proofs }, code);
  }

  cancel(id: string) {
    this.waiting.delete(id);
  }

  end() {
    this.waiting.clear();
    this.worker.end();
  }

  private async work() {
    if (this.busy) return;
    this.busy = true;
    for (let next = this.next(); next; next = this.next()) {
      const { order, done } = next;
      done(this.withPicture(order.id, await this.proved(order)));
    }
    this.busy = false;
  }

  private async proved({ document, ...task }: ProofOrder): Promise<ProofResult> {
    try {
      return await this.remote.prove({ ...task, document: this.nameOf(document) });
    } catch (error) {
      return { findings: [], sheets: 1, refused: `This proof could not be made: ${(error as Error).message}` };
    }
  }

  /** Gives the worker a document it does not have yet. */
  private nameOf(document: FormatDocument): string {
    let name = this.sent.get(document);
    if (name === undefined || Number(name) <= this.documents - KEPT) {
      this.documents += 1;
      name = String(this.documents);
      this.sent.set(document, name);
      void this.remote.setDocument(name, document);
    }
    return name;
  }

  private withPicture(id: string, result: ProofResult): ProofResult {
    if (result.refused !== undefined) this.pictures.delete(id);
    else if (result.picture) this.pictures.set(id, result.picture);
    else return { ...result, picture: this.pictures.get(id) };
    return result;
  }

  private next() {
    const first = this.waiting.entries().next().value;
    if (!first) return undefined;
    this.waiting.delete(first[0]);
    return first[1];
  }
}
