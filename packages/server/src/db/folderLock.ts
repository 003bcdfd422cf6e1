import Database from 'better-sqlite3';
import { join } from 'node:path';

/** A data folder that another server works on, said in a sentence. */
export class FolderTakenError extends Error {
  constructor(root: string) {
    super(
      `Another Cyclogram server works on ${root}. Use that one, or choose another folder: CYCLOGRAM_DATA=folder npm run demo`,
    );
  }
}

/**
 * Takes a data folder for a server. The system gives it back when the process ends, however it does.
 * @returns gives it back
 * @throws FolderTakenError
 */
export function lockFolder(root: string): () => void {
  const lock = new Database(join(root, 'server.lock'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = DELETE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) throw new FolderTakenError(root);
    throw error;
  }
  return () => lock.close();
}
