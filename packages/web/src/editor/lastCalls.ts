import type { Remote } from 'comlink';

/** What a worker is told and need not answer: all but what it is given away, and asked. */
export type Told<Api> = Exclude<keyof Api & string, 'connect' | 'setCanvas' | 'ask' | 'request'>;

/** A call of a worker's method, with what it was given. */
export type Call<Api> = (worker: Remote<Api>) => Promise<unknown>;

/** What a worker was told last, by the name of what was said: it is told that again when it is started again. */
export class LastCalls<Api> {
  private readonly calls = new Map<string, Call<Api>>();

  /** Remembers a call in the place of the last one of its name. */
  add(name: Told<Api>, given: readonly unknown[]): Call<Api> {
    const call: Call<Api> = (worker) =>
      (worker as unknown as Record<string, (...given: readonly unknown[]) => Promise<unknown>>)[name]!(
        ...given,
      );
    this.calls.delete(name);
    this.calls.set(name, call);
    return call;
  }

  /** The last call of each name, in the order in which they were made. */
  all(): readonly Call<Api>[] {
    return [...this.calls.values()];
  }
}
