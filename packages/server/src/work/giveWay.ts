import { setPriority } from 'node:os';

/** Between what somebody waits for, 0, and the lowest, 19. */
const niceness = 5;

/**
 * Lets work in the background give way to everything else: to the interface, on the same machine. In a worker thread it goes
 * for this thread and the tools that it starts, which is how Linux takes it; elsewhere it would go for the whole server.
 * @param pid a process instead
 */
export function giveWay(pid = 0): void {
  if (process.platform !== 'linux') return;
  try {
    setPriority(pid, niceness);
  } catch {
    // It has ended already, or it is not allowed here: then it goes on as it is.
  }
}
