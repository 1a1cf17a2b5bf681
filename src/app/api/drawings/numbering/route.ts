import { changeNumbering, readNumbering } from '../../../../contract/office';
import * as service from '../../../../server/services/numbering';
import { handle, othersThan } from '../../handle';

export const dynamic = 'force-dynamic';

export const GET = handle(readNumbering, () => service.numbering());

export const PUT = handle(changeNumbering, ({ body, actor }) => service.changeNumbering(actor, body.rule));

export const { POST, PATCH, DELETE, OPTIONS } = othersThan('GET', 'PUT');
