import { takePackage, writePackage } from '../../../contract/packages';
import * as service from '../../../server/services/packages';
import { fileToSave, handle, othersThan } from '../handle';

export const GET = handle(writePackage, async ({ query }) =>
  fileToSave(await service.packageOf(query.formats?.split(',').filter((id) => id !== ''))),
);

export const POST = handle(takePackage, ({ body, query, actor }) => service.takeIn(actor, body, query.choices));

export const { PUT, PATCH, DELETE, OPTIONS } = othersThan('GET', 'POST');
