import type { FormatDocument } from '@/core/format/document';
import { selectedEverywhere, selectedIn } from '@/ui/board/commands/selection';
import { type BoardStore, createBoardStore, openBoard } from '@/ui/board/board-store';
import { copyCells, pastedSteps } from '@/ui/board/commands/clipboard';
import { extendTo, goToNeighbour, selectTrack, toggleCell } from '@/ui/board/commands/selection';
import type { EditionView } from '@/contract/formats';
import type { OfficeData } from '@/ui/data/office';
import { demoPackage, demoSpecimens } from '../core/demo';
import { standInStorage } from './browser-stand-in';

const { format } = demoPackage('workshop-sheets');
const edition = (state: EditionView['state'] = 'open'): EditionView => ({
  id: 'e1',
  number: 1,
  state,
  version: 1,
  hash: '',
  document: format,
});

let boardStore: BoardStore;

function open(state?: EditionView['state']) {
  boardStore.getState().open({
    format: { id: format.id, name: format.name, edition: edition(state), facts: {} as never, scale: '1:2' },
    office: { specimens: demoSpecimens(), properties: [], materials: [] } as unknown as OfficeData,
    resources: {} as never,
    base: format,
    version: 1,
    document: format,
    saveState: { kind: 'saved' },
  });
}
const store = () => boardStore.getState();
const desk = () => openBoard(boardStore)!;
const board = () => store().board!;
const title = (document: FormatDocument = board().document) => document.blocks.find(({ id }) => id === 'title-block')!;
const select = (cell: string) => store().set({ selection: { kind: 'cell', block: 'title-block', cell } });
const selected = () => selectedIn(board())!.cells.map(({ id }) => id);

beforeEach(() => {
  standInStorage();
  boardStore = createBoardStore();
  open();
});

describe('steps', () => {
  const width = (size: number, typing?: string) =>
    store().perform(
      { op: 'set track', block: 'title-block', axis: 'column', track: title().columns[0]!.id, size },
      typing,
    );

  test('are undone and done again by their names, and share what did not change', () => {
    expect(width(40)).toEqual({ ok: true });
    expect(board().past.map(({ words }) => words)).toEqual(['Column 1 to 40 mm']);
    expect(board().document.blocks[1]).toBe(format.blocks[1]);
    store().undo();
    expect(board().document).toBe(format);
    store().redo();
    expect(title().columns[0]).toMatchObject({ size: 40 });
    store().undo();
    width(41);
    expect(board().future).toEqual([]);
  });

  test('typed in one go are undone together, until the typing ends', () => {
    for (const size of [36, 37, 38]) width(size, 'column 1');
    expect(board().past).toHaveLength(1);
    store().endTyping();
    width(39, 'column 1');
    expect(board().past).toHaveLength(2);
    store().undo();
    expect(title().columns[0]).toMatchObject({ size: 38 });
    store().undo();
    expect(board().document).toBe(format);
  });

  test('that are refused change nothing and leave their reason on the desk', () => {
    expect(store().act({ op: 'set track', block: 'gone', axis: 'column', track: 'x', size: 4 })).toBe(false);
    expect([board().notice, board().past]).toEqual(['That block is no longer in the format.', []]);
    expect(store().act({ op: 'rename format', name: 'Other' })).toBe(true);
    expect(board().notice).toBeUndefined();
  });

  test('do not change a released edition', () => {
    boardStore = createBoardStore();
    open('released');
    expect(width(40)).toMatchObject({ ok: false, reason: expect.stringContaining('released') });
  });

  test('opening the same format again keeps what is looked at', () => {
    store().set({ sizeId: 'iso-a4-portrait', show: 'names', rows: 3 });
    select('title');
    open();
    expect(board()).toMatchObject({ sizeId: 'iso-a4-portrait', show: 'names', rows: 3, past: [] });
    expect(selected()).toEqual(['title']);
  });
});

test('two boards side by side do not touch one another', () => {
  const other = createBoardStore();
  select('material');
  store().setGuides([{ axis: 'y', at: 12 }]);
  store().view.setState({ measuring: true });
  expect(other.getState().board).toBeUndefined();
  expect(other.getState().view.getState().measuring).toBe(false);
  expect(openBoard(other)).toBeUndefined();
  expect(board().guides).toEqual([{ axis: 'y', at: 12 }]);
});

describe('selecting', () => {
  test('goes to the neighbour, grows, takes in whole tracks, and cells one by one', () => {
    select('material');
    expect(goToNeighbour(desk(), { column: 1, row: 0 }, false)).toBe(true);
    expect(selected()).toEqual(['finish']);
    goToNeighbour(desk(), { column: 1, row: 0 }, true);
    expect(selected()).toEqual(['finish', 'mass']);
    selectTrack(desk(), 'row');
    expect(selected().toSorted()).toEqual(
      title()
        .cells.filter(({ row }) => row === 4)
        .map(({ id }) => id)
        .toSorted(),
    );
    select('material');
    toggleCell(desk(), 'notes-block', 'tolerance');
    expect(selectedEverywhere(board()).map(({ block, cell }) => [block.id, cell.id])).toEqual([
      ['title-block', 'material'],
      ['notes-block', 'tolerance'],
    ]);
    toggleCell(desk(), 'notes-block', 'tolerance');
    expect(selectedEverywhere(board())).toHaveLength(1);
  });

  test('a rectangle takes in every cell that reaches into it, whole', () => {
    const cell = (id: string) => title().cells.find((one) => one.id === id)!;
    extendTo(desk(), title(), cell('material'), cell('title'));
    expect(selected()).toEqual(expect.arrayContaining(['material', 'finish', 'mass', 'title']));
  });
});

describe('copied cells', () => {
  const cells = (...ids: string[]) => ids.map((id) => title().cells.find((one) => one.id === id)!);
  const on = (...ids: string[]) => cells(...ids).map((cell) => ({ block: title(), cell }));

  test('are pasted each at its place: all, the content, or the look', () => {
    const [material, finish] = cells('material', 'finish');
    copyCells([material!, finish!]);
    const step = pastedSteps(board().document, on('mass'), 'all');
    if ('reason' in step) throw new Error(step.reason);
    expect(store().act(step)).toBe(true);
    expect(cells('mass', 'scale').map(({ caption, contents }) => [caption?.text, contents])).toEqual(
      [material!, finish!].map(({ caption, contents }) => [caption?.text, contents]),
    );
    const look = pastedSteps(board().document, on('mass'), 'look');
    expect('reason' in look || look).toMatchObject({ name: 'Paste onto 2 cells' });
    expect(JSON.stringify(look)).not.toContain('contents');
  });

  test('one cell’s look goes onto every selected cell, in whatever block', () => {
    copyCells(cells('title'));
    const notes = board().document.blocks.find(({ id }) => id === 'notes-block')!;
    const selected = [...on('mass', 'scale'), { block: notes, cell: notes.cells[0]! }];
    const step = pastedSteps(board().document, selected, 'look');
    if ('reason' in step) throw new Error(step.reason);
    expect(store().act(step)).toBe(true);
    const style = cells('title')[0]!.lettering;
    const after = board().document.blocks.find(({ id }) => id === 'notes-block')!;
    expect([...cells('mass', 'scale'), after.cells[0]!].map(({ lettering }) => lettering)).toEqual([
      style,
      style,
      style,
    ]);
  });

  test('several copied cells need one block to be pasted into', () => {
    copyCells(cells('material', 'finish'));
    const notes = board().document.blocks.find(({ id }) => id === 'notes-block')!;
    const selected = [...on('mass'), { block: notes, cell: notes.cells[0]! }];
    expect(pastedSteps(board().document, selected, 'look')).toHaveProperty('reason');
  });

  test('before anything is copied there is nothing to paste', () => {
    expect(pastedSteps(board().document, on('mass'), 'all')).toEqual({
      reason: 'Nothing is copied yet. Copy cells first.',
    });
  });

  test('a lettering style that the other format lacks becomes the target’s own', () => {
    copyCells(cells('title'));
    const without = { ...board().document, letterings: board().document.letterings.filter(({ id }) => id !== 'title') };
    const step = pastedSteps(without, on('mass'), 'look');
    expect('reason' in step || step).toMatchObject({ change: { lettering: cells('mass')[0]!.lettering } });
  });
});
