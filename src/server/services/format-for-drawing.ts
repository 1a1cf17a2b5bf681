import type { FormatForDrawing } from '../../contract/formats';
import { database } from '../database';
import { findFormat } from '../repositories/formats';
import { drawingAtHand, formatsOf } from './drawing-sources';
import { editionToDrawOn } from './edition-to-draw-on';
import { frozenOf } from './frozen';
import { ServiceError } from './service-error';

/**
 * A format as drawings are made on it today, with the profile that they get.
 * @throws ServiceError 404 when it is not there, 422 when no edition of it is to be drawn on
 */
export async function formatForDrawing(id: string): Promise<FormatForDrawing> {
  const format = await findFormat(database, id);
  if (!format) throw new ServiceError(404, 'There is no such format on the shelf.');
  const edition = await editionToDrawOn(database, format);
  const frozen = await frozenOf(database, edition);
  const at = await drawingAtHand(database, {
    number: '',
    editionId: edition.id,
    sheets: [],
    specimen: '',
    projectId: format.projectId,
    profileId: frozen?.profile.id ?? format.profileId,
    profileRevision: null,
    siteId: null,
    scale: '',
    frozen: null,
  });
  return { format: (await formatsOf(database, at))[0]!, profile: at.profile };
}
