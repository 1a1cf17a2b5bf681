import { readShape } from '../../../../contract/specimens';
import { shapeFile } from '../../../../server/services/shapes';
import { fileToSave, handle, othersThan } from '../../handle';

export const GET = handle(readShape, async ({ params }) => {
  const { name, bytes } = await shapeFile(params.hash!);
  return fileToSave({ name, type: 'model/step', content: bytes });
});

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
