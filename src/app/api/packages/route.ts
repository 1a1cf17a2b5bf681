import { takePackage, writePackage } from '../../../contract/packages';
import { packageOf } from '../../../server/services/packing';
import { takeIn } from '../../../server/services/taking-in';
import { fileToSave, handle, othersThan } from '../handle';

export const GET = handle(writePackage, async ({ query }) =>
  fileToSave(await packageOf(query.formats?.split(',').filter((id) => id !== ''))),
);

export const POST = handle(takePackage, ({ body, query, actor }) => takeIn(actor, body, query.choices));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
