/** Files run side by side in processes that are numbered from 1; each process has a database of its own. */
const url = process.env.ZONOGRAPH_DATABASE;
const worker = process.env.JEST_WORKER_ID ?? '1';
if (url && !url.endsWith(`_${worker}`)) process.env.ZONOGRAPH_DATABASE = `${url}_${worker}`;
