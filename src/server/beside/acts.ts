import { exportDrawing } from '../services/drawing-export';
import { changeDrawing, makeDrawing, reviseDrawing } from '../services/drawings';
import { exportSheet } from '../services/export';
import { moveDrawing } from '../services/moving-drawings';
import { foreseeValue } from '../services/office-foresight';
import { drawing } from '../services/open-drawing';
import { packageOf } from '../services/packing';
import { exportSpecimen } from '../services/profiles';
import { proposeRelease, releaseEdition } from '../services/releasing';
import { reportFor, sheetFor } from '../services/sheets-for-programs';
import { signDrawing, withdrawSignature } from '../services/signatures';
import { lookInto, takeIn } from '../services/taking-in';

/** What is done beside the application: all that composes sheets, writes files or meets packages. */
export const ACTS = {
  changeDrawing,
  drawing,
  exportDrawing,
  exportSheet,
  exportSpecimen,
  foreseeValue,
  lookInto,
  makeDrawing,
  moveDrawing,
  packageOf,
  proposeRelease,
  releaseEdition,
  reportFor,
  reviseDrawing,
  sheetFor,
  signDrawing,
  takeIn,
  withdrawSignature,
};
