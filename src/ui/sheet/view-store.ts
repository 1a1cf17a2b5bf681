import { type MouseEvent, createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { type StoreApi, createStore } from 'zustand/vanilla';
import type { Place } from '../../core/findings/finding';
import type { Box, Point } from '../../core/geometry/box';

/** CSS pixels per mm at true size: 96 per inch. */
const TRUE_SIZE = 96 / 25.4;

/** How the sheet stands on the desk: pixels per mm, and where the sheet's upper left corner is. */
export interface View {
  k: number;
  x: number;
  y: number;
}

/** What stands about the sheet of a board. */
export type Pane = 'outline' | 'details' | 'proofs';

interface ViewState {
  view: View;
  /** Asks the desk to show something; the desk sets these when it is there. */
  fit: () => void;
  frame: (box: Box) => void;
  /** Shows the block that is selected, and goes to its first number; there while a block is selected that stands on the sheet. */
  frameSelected: (() => void) | undefined;
  focusNumbers: (() => void) | undefined;
  /** Goes to what is selected in the list of what is on the sheet. */
  focusOutline: (() => void) | undefined;
  /** Folds a pane about the sheet, or shows it again. */
  foldPane: (pane: Pane) => void;
  pointer: Point | undefined;
  /** Two points are being measured. */
  measuring: boolean;
  /** The block and side are being looked for that the selected block is docked to. */
  docking: boolean;
  /** The place of the finding that is pointed at or has the focus in a list. */
  pointedPlace: Place | undefined;
  /** The list of findings was asked for and is not there yet. */
  findingsAsked: boolean;
}

/** How the sheet of one desk stands, and what its parts can be asked to show. */
export type ViewStore = StoreApi<ViewState>;

export const createViewStore = (): ViewStore =>
  createStore<ViewState>(() => ({
    view: { k: 1, x: 0, y: 0 },
    fit: () => undefined,
    frame: () => undefined,
    frameSelected: undefined,
    focusNumbers: undefined,
    focusOutline: undefined,
    foldPane: () => undefined,
    pointer: undefined,
    measuring: false,
    docking: false,
    pointedPlace: undefined,
    findingsAsked: false,
  }));

/** The view of the desk that a component belongs to. */
export const ViewContext = createContext<ViewStore | undefined>(undefined);

export function useViewStore(): ViewStore {
  const store = useContext(ViewContext);
  if (!store) throw new Error('There is no desk around this component.');
  return store;
}

export const useView = <T>(select: (state: ViewState) => T): T => useStore(useViewStore(), select);

/** The view's scale as a drawing writes it: `1 : 1.9` or `2.4 : 1`. */
export function scaleWords(k: number): string {
  const ratio = k / TRUE_SIZE;
  const short = (value: number) => (value >= 10 ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, ''));
  return ratio >= 1 ? `${short(ratio)} : 1` : `1 : ${short(1 / ratio)}`;
}

/** A point of the sheet in pixels of the desk. */
export function toDesk({ k, x, y }: View, sheetHeight: number, point: Point): Point {
  return { x: x + point.x * k, y: y + (sheetHeight - point.y) * k };
}

/** A point of the desk in mm of the sheet. */
export function fromDesk({ k, x, y }: View, sheetHeight: number, point: Point): Point {
  return { x: (point.x - x) / k, y: sheetHeight - (point.y - y) / k };
}

/** The point of the sheet, mm, at which a pointer is on what lies over the whole desk. */
export function pointedAt(event: MouseEvent, view: View, sheetHeight: number): Point {
  const frame = event.currentTarget.getBoundingClientRect();
  return fromDesk(view, sheetHeight, { x: event.clientX - frame.left, y: event.clientY - frame.top });
}
