/** The process that projects shapes: it is sent one projection after another and answers each. Its parent ends it. */
import { answering } from '../src/server/projecting/answering';

process.on(
  'message',
  answering((answer) => process.send!(answer)),
);
// Whoever started it is gone.
process.on('disconnect', () => process.exit());
