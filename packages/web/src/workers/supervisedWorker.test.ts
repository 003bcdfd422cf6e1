import { expose } from 'comlink';
import { describe, expect, it, vi } from 'vitest';
import { SupervisedWorker, WorkerStopped } from './supervisedWorker';

interface Api {
  double(value: number): number;
  never(): Promise<void>;
  fail(): void;
}

/** A worker in this thread, at the other end of a channel. */
class NearWorker extends EventTarget {
  onerror: (() => void) | null = null;
  readonly port: MessagePort;
  ended = false;
  constructor() {
    super();
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    port1.onmessage = ({ data }) => this.dispatchEvent(new MessageEvent('message', { data }));
    const api: Api = {
      double: (value) => 2 * value,
      never: () => new Promise(() => {}),
      fail: () => {
        throw new Error('it is too large');
      },
    };
    expose(api, port2 as never);
  }
  postMessage(message: unknown, moved: Transferable[] = []): void {
    this.port.postMessage(message, moved);
  }
  terminate(): void {
    this.ended = true;
    this.port.close();
  }
}

function supervised() {
  const workers: NearWorker[] = [];
  const onStopped = vi.fn();
  const worker = new SupervisedWorker<Api>(() => {
    workers.push(new NearWorker());
    return workers.at(-1) as unknown as Worker;
  }, onStopped);
  return { worker, workers, onStopped };
}

describe('a worker', () => {
  it('answers, and its errors are told to who asked', async () => {
    const { worker } = supervised();
    await expect(worker.ask((api) => api.double(21))).resolves.toBe(42);
    await expect(worker.ask((api) => api.fail())).rejects.toThrow('it is too large');
    worker.end();
  });

  it('that stops tells everybody who waits for it', async () => {
    const { worker, workers, onStopped } = supervised();
    const waiting = [worker.ask((api) => api.never()), worker.ask((api) => api.never())];
    workers[0]!.onerror!();
    for (const one of waiting) await expect(one).rejects.toThrow(WorkerStopped);
    expect(onStopped).toHaveBeenCalledTimes(1);
    expect(workers[0]!.ended).toBe(true);
    await expect(worker.ask((api) => api.double(1))).rejects.toThrow(WorkerStopped);
  });

  it('that is started again answers again, and the one before is not listened to', async () => {
    const { worker, workers, onStopped } = supervised();
    workers[0]!.onerror!();
    worker.start();
    await expect(worker.ask((api) => api.double(4))).resolves.toBe(8);
    workers[0]!.onerror!();
    expect(onStopped).toHaveBeenCalledTimes(1);
    worker.end();
  });
});
