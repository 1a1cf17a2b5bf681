import { fromAddress } from '../../sheet/board-address';
import type { BoardStore } from '../board-store';
import { fillFrom } from './filling';

/** Puts the sheet on the desk that the address asks for, with the place selected that it names; what is not there is left out. */
export function showAsked(store: BoardStore, search: URLSearchParams): void {
  const asked = fromAddress(search);
  const { board, set } = store.getState();
  if (!asked || !board) return;
  const { sizeId, show, filled, following } = asked;
  const block = board.document.blocks.find(({ id }) => id === asked.block);
  const cell = block?.cells.find(({ id }) => id === asked.cell);
  set({
    ...(board.document.sizes.some(({ id }) => id === sizeId) && { sizeId: sizeId! }),
    ...(show && { show }),
    ...(following && { asFor: { sheet: 'following' as const } }),
    ...(block && {
      selection: cell
        ? { kind: 'cell' as const, block: block.id, cell: cell.id }
        : { kind: 'block' as const, block: block.id },
    }),
  });
  if (filled) void fillFrom(store, filled);
}
