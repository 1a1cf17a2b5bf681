import { expose, transfer } from 'comlink';
import { drawScene } from '../core/exchange/canvas';
import type { FormatDocument } from '../core/format/document';
import { fontFamily } from '../core/lettering/fonts';
import type { Facts } from '../core/property/facts';
import type { Finding, FindingCode } from '../core/findings/finding';
import { type OfferedRepair, type RepairedAll, Repairing, repairAll } from '../core/repairing/repairing';
import type { Proof } from '../core/repairing/situation';
import type { Scene } from '../core/scene/scene';
import { ProofMemo, type ProofRequest, composeProof } from '../core/scene/proof';
import type { PictureData } from '../core/picture/picture';
import type { Resources } from '../core/scene/resources';

export interface ProofTask {
  /** Which proof it is; its last result is kept under this name. */
  id: string;
  /** The name under which {@link ProofWorker.setDocument} gave the document. */
  document: string;
  request: ProofRequest;
  facts: Facts;
  /** The picture's room in pixels. */
  room: { width: number; height: number };
}

export interface ProofResult {
  findings: Finding[];
  /** How many sheets the proof has; the picture is of the first. */
  sheets: number;
  /** Absent when the sheet looks as it did the last time. */
  picture?: ImageBitmap;
  /** Why the sheet could not be composed. */
  refused?: string;
}

/** A finding to be repaired, or all like it, and the proofs that repairs are held against. */
export interface RepairTask {
  /** The name under which {@link ProofWorker.setDocument} gave the document. */
  document: string;
  proofs: Proof[];
}

let resources: Resources | undefined;
const added = new Map<string, PictureData>();
const DOCUMENTS_KEPT = 8;
const documents = new Map<string, FormatDocument>();
/** What each proof last looked like. */
const looks = new Map<string, string>();

/** What each proof was composed of, so that an edit composes only the cells it touches. */
const memos = new Map<string, ProofMemo>();

const faces = new Map<string, Promise<unknown>>();

/** Loads the fonts that are not loaded yet; a sheet whose font cannot be loaded is drawn with what there is. */
function loadFaces(ids: Iterable<string>): Promise<unknown> {
  for (const id of ids) {
    if (faces.has(id)) continue;
    const face = new FontFace(fontFamily(id), `url(/api/fonts/${id})`);
    (self as unknown as { fonts: FontFaceSet }).fonts.add(face);
    faces.set(
      id,
      face.load().catch(() => undefined),
    );
  }
  return Promise.all(faces.values());
}

/** Composes proofs and draws their pictures, away from the main thread. */
const worker = {
  setResources(given: Resources) {
    resources = { ...given, pictures: new Map([...added, ...given.pictures]) };
    looks.clear();
  },
  /** Pictures of formats that come one by one, beside those of the resources. */
  addPictures(pictures: Readonly<Record<string, PictureData>>) {
    for (const [hash, picture] of Object.entries(pictures)) added.set(hash, picture);
    if (resources) this.setResources(resources);
  },
  setDocument(name: string, document: FormatDocument) {
    documents.set(name, document);
    // Proofs of earlier documents have been answered by then.
    for (const old of [...documents.keys()].slice(0, -DOCUMENTS_KEPT)) documents.delete(old);
  },
  async prove({ id, document: name, request, facts, room }: ProofTask): Promise<ProofResult> {
    const document = documents.get(name);
    if (!document || !resources)
      return { findings: [], sheets: 1, refused: 'The proof has nothing to be made from yet.' };
    const memo = memos.get(id) ?? new ProofMemo();
    memos.set(id, memo);
    const { first, findings, sheets } = composeProof(document, request, facts, resources, memo);
    if (!first.ok) {
      looks.delete(id);
      return { findings: [], sheets, refused: first.reason };
    }
    const { scene } = first;
    const look = JSON.stringify({ scene, room });
    if (looks.get(id) === look) return { findings, sheets };
    await loadFaces(resources.fonts.keys());
    const scale = Math.min(room.width / scene.width, room.height / scene.height);
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(scene.width * scale)),
      Math.max(1, Math.round(scene.height * scale)),
    );
    drawScene(
      canvas.getContext('2d')! as unknown as CanvasRenderingContext2D,
      scene,
      scale,
      '#FFFFFF',
      await imagesOf(scene),
    );
    const picture = canvas.transferToImageBitmap();
    looks.set(id, look);
    return transfer({ findings, sheets, picture }, [picture]);
  },
  /** What mends a finding of the proof numbered `on`, tried on all proofs, the least change first. */
  repairs(task: RepairTask, on: number, finding: Finding): OfferedRepair[] {
    const trying = tryingOn(task);
    return trying ? [...trying.repairing.offers(trying.repairing.prove(trying.document), on, finding)] : [];
  },
  /** What mends every finding of a kind on all proofs. */
  repairAll(task: RepairTask, code: FindingCode): RepairedAll | undefined {
    const trying = tryingOn(task);
    return trying && repairAll(trying.repairing, trying.document, code);
  },
};

function tryingOn({ document: name, proofs }: RepairTask) {
  const document = documents.get(name);
  return document && resources
    ? { document, repairing: new Repairing(resources, proofs, () => crypto.randomUUID()) }
    : undefined;
}

/** The raster pictures of a scene, decoded once by their hash. */
async function imagesOf(scene: Scene): Promise<Map<string, ImageBitmap>> {
  for (const image of scene.primitives) {
    if (image.kind !== 'image' || decoded.has(image.hash)) continue;
    // One that cannot be had is left out of the small picture.
    const answer = await fetch(`/api/pictures/${image.hash}/file`).catch(() => undefined);
    if (answer?.ok) decoded.set(image.hash, await createImageBitmap(await answer.blob()));
  }
  return decoded;
}

const decoded = new Map<string, ImageBitmap>();

export type ProofWorker = typeof worker;

expose(worker);
