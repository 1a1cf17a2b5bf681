import { USUAL_TELLING } from '../view/standing';
import type { SheetView, ViewOf } from '../view/view';
import type { StarterDocument, StarterSheet } from './starter';

const view = (id: string, of: ViewOf, more: Partial<SheetView> = {}): SheetView => ({
  id,
  of,
  style: 'outline',
  ...more,
});

/** The views that a sheet of a part usually has. */
const USUAL_VIEWS: readonly SheetView[] = [
  view('front', { kind: 'seen', from: 'front' }),
  view('above', { kind: 'seen', from: 'above' }),
  view('left', { kind: 'seen', from: 'left' }),
  view('isometric', { kind: 'seen', from: 'isometric' }),
];

/** A sheet as it is added to a starter: of the drawing's own model, with the usual views, as large as it needs to be. */
export const freshSheet = (id: string, views: readonly SheetView[] = USUAL_VIEWS): StarterSheet => ({
  id,
  name: '',
  shows: { what: 'main' },
  views: { views: [...views], scale: 'fit' },
  gives: 'scale',
});

/** A starter as it is begun: one sheet for parts, and one for assemblies whose isometric view has balloons. */
export function freshStarter(name: string): StarterDocument {
  return {
    kind: 'zonograph/starter',
    version: 1,
    name,
    description: '',
    category: '',
    sheets: {
      part: [freshSheet('part')],
      turned: [],
      flat: [],
      folded: [],
      assembly: [freshSheet('assembly', [view('isometric', { kind: 'seen', from: 'isometric' }, { balloons: true })])],
    },
    telling: USUAL_TELLING,
    madeHere: [],
  };
}
