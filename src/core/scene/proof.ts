import type { FormatDocument } from '../format/document';
import type { Facts } from '../property/facts';
import type { Outcome } from '../refusal';
import type { Composed } from './compose';
import { ComposeMemo } from './memo';
import { type Finding, findingKey } from '../findings/finding';
import { composePlanned, proofSheets } from './planning';
import type { Resources, SheetRequest } from './resources';

/** What a proof is made of beside the format and its facts. */
export interface ProofRequest extends Pick<SheetRequest, 'sizeId' | 'show' | 'rows'> {
  scale?: string;
}

/** What was composed of each sheet of a proof, for the next time. */
export class ProofMemo {
  private readonly memos: ComposeMemo[] = [];

  sheet(number: number): ComposeMemo {
    return (this.memos[number - 1] ??= new ComposeMemo());
  }
}

export interface ComposedProof {
  /** Its first sheet. */
  first: Outcome<Composed>;
  /** How many sheets there are. */
  sheets: number;
  /** What was noticed on all of them; what a following sheet only repeats is said once. */
  findings: Finding[];
}

/** Composes a proof: the first sheet, and those that follow it when the format has anything on them or a table goes on. */
export function composeProof(
  document: FormatDocument,
  { sizeId, show, rows, scale }: ProofRequest,
  facts: Facts,
  resources: Resources,
  memo = new ProofMemo(),
): ComposedProof {
  const given = { document, sizeId, facts, ...(scale !== undefined && { scale }) };
  const looks = { show, ...(rows !== undefined && { rows }) };
  const sheets = proofSheets(given, resources, looks);
  const findings: Finding[] = [];
  const known = new Set<string>();
  let first: Outcome<Composed> | undefined;
  for (const sheet of sheets) {
    const { number } = sheet.place;
    const composed = composePlanned(sheet, resources, looks, memo.sheet(number));
    first ??= composed;
    if (!composed.ok) break;
    for (const finding of composed.report.findings) {
      const { place } = finding;
      const key = findingKey(finding);
      if (known.has(key)) continue;
      known.add(key);
      findings.push(number === 1 ? finding : { ...finding, place: { ...place, sheet: number } });
    }
  }
  return { first: first!, sheets: sheets.length, findings };
}
