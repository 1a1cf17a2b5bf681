/**
 * Does something once nothing else is done, such as loading what will be needed soon.
 *
 * @param within it does not wait longer than that, ms
 * @returns what gives it up
 */
export function whenIdle(work: () => unknown, within = 4000): () => void {
  const handle = requestIdleCallback(() => void work(), { timeout: within });
  return () => cancelIdleCallback(handle);
}
