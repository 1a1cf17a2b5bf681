import { deepEqual } from 'fast-equals';
import type { SheetSize } from '../../../core/format/document';
import type { Proof } from '../../../core/repairing/situation';
import type { Show } from '../../../core/scene/resources';
import type { Specimen } from '../../../core/specimen/specimen';
import { type Filled, factsFor } from '../../data/office';
import type { BoardState } from '../board-store';
import { deskFacts } from '../desk/use-sheet';

/** A proof that stands under the board. */
export interface Pinned {
  sizeId: string;
  sizeName: string;
  filled: Filled | undefined;
  show: Show;
  words: string;
}

/** The proofs of every size: filled from the model on the desk, from one of the other kind, and with the longest on record. */
export function pinnedProofs(board: {
  sizes: readonly SheetSize[];
  filled: Filled | undefined;
  specimens: readonly Specimen[];
}): Pinned[] {
  const { sizes, filled, specimens } = board;
  const onDesk = specimens.find((specimen) => specimen.id === filled?.specimen);
  const other = specimens.find((specimen) => specimen.model !== (onDesk?.model ?? 'part'));
  return sizes.flatMap((size): Pinned[] => {
    const common = { sizeId: size.id, sizeName: size.name };
    return [
      { ...common, filled, show: 'values', words: onDesk?.name ?? 'No model' },
      ...(other
        ? [
            {
              ...common,
              filled: { specimen: other.id, variant: other.variants[0]?.name },
              show: 'values' as const,
              words: other.name,
            },
          ]
        : []),
      { ...common, filled, show: 'longest', words: 'Longest' },
    ];
  });
}

/** What repairs are held against: the proofs under the board, and the sheet on the desk, with its number among them. */
export function proofsToHold(board: BoardState): { proofs: Proof[]; desk: number } {
  const { document, office, filled, format, sizeId, show, rows } = board;
  const { scale } = format;
  const pinned = pinnedProofs({ sizes: document.sizes, filled, specimens: office.specimens }).map((proof): Proof => ({
    request: { sizeId: proof.sizeId, show: proof.show, scale },
    facts: factsFor(format, office, proof.filled, document),
  }));
  const onDesk: Proof = {
    request: { sizeId, show, scale, ...(rows !== undefined && { rows }) },
    facts: deskFacts(board),
  };
  const known = pinned.findIndex((one) => deepEqual(one.request, onDesk.request) && deepEqual(one.facts, onDesk.facts));
  return known >= 0 ? { proofs: pinned, desk: known } : { proofs: [...pinned, onDesk], desk: pinned.length };
}
