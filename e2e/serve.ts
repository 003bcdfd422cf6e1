import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const main = fileURLToPath(new URL('../packages/server/dist/main.js', import.meta.url));

/** Starts the application on a folder and a free port; it is ready when this resolves. */
export async function serve(
  data: string,
  ...args: string[]
): Promise<{ url: string; close: () => Promise<void> }> {
  const child: ChildProcess = spawn(process.execPath, [main, ...args], {
    env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout!.on('data', (text: Buffer) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    child.once('exit', () => reject(new Error('The server ended.')));
  });
  const close = () => {
    child.kill('SIGTERM');
    return ended;
  };
  return { url, close };
}
