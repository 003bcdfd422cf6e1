import { rewriteImage } from '../images/rewriteImage';
import { checkTypeface } from '../typefaces/checkTypeface';
import { resultOf } from './taskResult';
import type { Tasks } from './tasks';

/**
 * Entry of a process that reads a file of strangers: does the one task that it is sent, and ends. It knows nothing else, so
 * that little is in its memory.
 */
const tasks = {
  image: ({ path, out }: Tasks['image']['given']) => rewriteImage(path, out),
  typeface: ({ path }: Tasks['typeface']['given']) => checkTypeface(path),
};

/** What is done in such a process. */
export type ConfinedTask = keyof typeof tasks;

process.once('message', ({ task, given }: { task: ConfinedTask; given: never }) => {
  void resultOf(() => tasks[task](given)).then((result) => process.send!(result, () => process.exit(0)));
});
