import { readAnswered } from '../../../../../contract/properties';
import { drawingsAnswered } from '../../../../../server/services/dictionary';
import { handle } from '../../../handle';

export const GET = handle(readAnswered, ({ params, query }) => drawingsAnswered(params.id!, query.format));
