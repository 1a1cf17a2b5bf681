import { StillRunning } from '../../scripts/testing/still-running.mjs';

test('a test that goes on is named each minute, one that has ended is not; after twenty minutes the run is ended', async () => {
  const said: string[] = [];
  const ended = new Promise<void>((resolve) => {
    const running = new StillRunning({
      minute: 30,
      tell: (line) => said.push(line),
      end: () => {
        running.close();
        resolve();
      },
    });
    running.begin('long', 'a file › that hangs');
    running.begin('short', 'a file › that ends');
    running.end('short');
  });
  await ended;
  expect(said.at(-1)).toBe('» ended: it hangs');
  const minutes = said
    .slice(0, -1)
    .map((line) => Number(/^» still running after (\d+) min: a file › that hangs$/.exec(line)![1]));
  expect(minutes.length).toBeGreaterThan(0);
  expect(minutes).toEqual(minutes.toSorted((a, b) => a - b));
  expect(minutes.at(-1)).toBeGreaterThanOrEqual(20);
});
