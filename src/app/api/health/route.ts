/** Says that the application serves; the database may be away. */
export function GET() {
  return Response.json({ serving: true });
}
