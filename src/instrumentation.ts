/**
 * What is done once, before the application answers anything: requests are marked with the address that they really come from, and processes
 * are made ready to read what is sent in and to compose and write what is exported.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { markPeers } = await import('./server/peer');
  markPeers();
  // Files that are sent in are read at once, a small one beside a large one too, and the first sheet is written at once.
  const { uploadReaders } = await import('./server/uploads/read-upload');
  uploadReaders.keepWarm(2);
  const { officeProcesses } = await import('./server/beside/beside');
  officeProcesses.keepWarm(1);
}
