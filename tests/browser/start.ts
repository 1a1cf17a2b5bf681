import { LINES, publish, startLine } from './surroundings';

/** Starts what the lines of browser tests need, and ends all of it after them. */
export default async function start() {
  // So that a database that hangs is noticed while a test waits.
  process.env.ZONOGRAPH_STATEMENT_SECONDS = '8';
  const lines = await Promise.all(Array.from({ length: LINES }, (_, line) => startLine(line)));
  lines.forEach(({ found }, line) => publish(line, found));
  return () => Promise.all(lines.map(({ stop }) => stop())).then(() => undefined);
}
