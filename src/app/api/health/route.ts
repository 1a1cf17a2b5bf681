import { othersThan } from '../handle';

/** Says that the application serves, and which start of it: the database may be away. */
export function GET() {
  return Response.json({ serving: true, instance: process.env.ZONOGRAPH_INSTANCE });
}

export const { POST, PUT, PATCH, DELETE, OPTIONS } = othersThan('GET');
