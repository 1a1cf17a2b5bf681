/** The command line: `npx tsx src/cli.ts …`. */
import { runCommand } from './cli/commands';

runCommand(process.argv.slice(2)).then(
  ({ stopped }) => {
    if (stopped === undefined) return;
    console.error(stopped);
    process.exitCode = 1;
  },
  (error: unknown) => {
    console.error(error);
    process.exitCode = 1;
  },
);
