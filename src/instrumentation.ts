/** What is done once, before the application answers anything: requests are marked with the address that they really come from. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { markPeers } = await import('./server/peer');
  markPeers();
}
