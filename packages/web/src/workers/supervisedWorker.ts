import { wrap, type Remote } from 'comlink';

/** Whoever waits for a worker that has stopped is told so. */
export class WorkerStopped extends Error {
  constructor() {
    super('a part of the preview has stopped');
  }
}

/** A worker that is spoken to through Comlink, and may be started anew when it has stopped. */
export class SupervisedWorker<Api> {
  private worker: Worker | undefined;
  private remote: Remote<Api> | undefined;
  private readonly waiting = new Set<(error: Error) => void>();

  /**
   * @param create makes the worker
   * @param onStopped called when it has stopped; everybody who waits for it has been told then
   */
  constructor(
    private readonly create: () => Worker,
    private readonly onStopped: () => void,
  ) {
    this.start();
  }

  /** Starts it, in place of the one before. */
  start(): void {
    this.end();
    const worker = this.create();
    worker.onerror = () => {
      if (this.worker !== worker) return;
      this.end();
      this.onStopped();
    };
    this.worker = worker;
    this.remote = wrap<Api>(worker);
  }

  /** Ends it. Whoever waits for it is told. */
  end(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.remote = undefined;
    for (const reject of [...this.waiting]) reject(new WorkerStopped());
    this.waiting.clear();
  }

  /** Calls it. @throws WorkerStopped when it stops before it answers, or has stopped */
  async ask<T>(call: (remote: Remote<Api>) => Promise<T>): Promise<T> {
    const { remote } = this;
    if (!remote) throw new WorkerStopped();
    let give = (_error: Error) => {};
    const stopped = new Promise<never>((_resolve, reject) => (give = reject));
    this.waiting.add(give);
    try {
      return await Promise.race([call(remote), stopped]);
    } finally {
      this.waiting.delete(give);
    }
  }
}
