/** Where the browser tests' database has its data, and the port it is looked for first. */
export const DATA = '.data/test';
export const DATABASE_PORT = 33161;
