import { shapeFile } from '../../../../server/services/shapes';
import { fileResponse, respond } from '../../respond';

/** The file that a model's shape was read from. */
export function GET(_request: Request, { params }: { params: Promise<{ hash: string }> }) {
  return respond(async () => {
    const { name, bytes } = await shapeFile((await params).hash);
    return fileResponse({ name, type: 'model/step', content: bytes });
  });
}
