import { expose } from 'comlink';

/** Stands for a worker in tests: at the other end of a channel is an object that answers. */
export class ChannelWorker extends EventTarget {
  onerror: () => void = () => {};
  private readonly port: MessagePort;
  private readonly other: MessagePort;

  constructor() {
    super();
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    this.other = port2;
    port1.onmessage = ({ data, ports }) =>
      this.dispatchEvent(new MessageEvent('message', { data, ports: [...ports] }));
  }

  /** @param api is called by who speaks to the worker */
  protected answerWith(api: object): void {
    expose(api, this.other as never);
  }

  postMessage(message: unknown, moved: Transferable[] = []): void {
    this.port.postMessage(message, moved);
  }

  terminate(): void {
    this.port.close();
  }
}
