import { execFileSync, spawn } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { root } from '../ensure.mjs';

const started = Date.now();
/** Prints a line with the time since the start. */
export const say = (text) =>
  console.log(`${((Date.now() - started) / 1000).toFixed(0).padStart(5)} s  ${text}`);

/** What did not hold. */
export const failures = [];
export const fail = (what) => {
  failures.push(what);
  console.log(`  FAILED: ${what}`);
};

const ended = (child) =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once('exit', resolve);
  });

const json = { 'content-type': 'application/json' };
export const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
export const filesBelow = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile()).length;

/** A server on a folder of its own, and questions to it. */
export class Server {
  /** How long the list of films took while something else was done, in milliseconds. */
  latencies = [];
  /** The most memory that it and what it started took at a time, as far as it was looked at, in bytes. */
  mostMemory = 0;

  /** @param data its folder @param demo whether it has the demo */
  constructor(data, demo = false) {
    this.data = data;
    this.demo = demo;
  }

  async start() {
    this.child = spawn(process.execPath, ['packages/server/dist/main.js', ...(this.demo ? ['--demo'] : [])], {
      cwd: root,
      env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: this.data, LOG_LEVEL: 'error' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.demo = false;
    this.url = await new Promise((resolve, reject) => {
      this.child.stdout.on('data', (text) => {
        const found = /http:\S+/.exec(String(text));
        if (found) resolve(found[0]);
      });
      this.child.on('exit', () => reject(new Error('The server ended.')));
    });
  }

  /** Ends it, and waits for its end. */
  async end(signal = 'SIGKILL') {
    this.noteMemory();
    this.child.kill(signal);
    await ended(this.child);
  }

  /** A request with a deadline; a status of 500 and none at all are failures, unless it is allowed to break off. */
  async ask(method, path, body, options = {}) {
    const { deadline = 90_000, what = `${method} ${path}`, headers, mayBreak = false } = options;
    try {
      const response = await fetch(`${this.url}${path}`, {
        method,
        signal: AbortSignal.timeout(deadline),
        ...(body === undefined ? {} : { body }),
        ...(headers ? { headers } : {}),
      });
      const text = await response.text();
      if (response.status >= 500 && response.status !== 507 && response.status !== 503)
        fail(`${what}: ${response.status} ${text.slice(0, 160)}`);
      return { status: response.status, text };
    } catch (error) {
      if (!mayBreak)
        fail(
          `${what}: ${error.name === 'TimeoutError' ? `no answer in ${deadline / 1000} s` : error.message}`,
        );
      return { status: 0, text: '' };
    }
  }

  /** The answer as an object; an empty one when it is none. */
  async get(path, options) {
    const { text } = await this.ask('GET', path, undefined, options);
    try {
      return JSON.parse(text);
    } catch {
      return {};
    }
  }

  askJson(method, path, body, options) {
    return this.ask(method, path, JSON.stringify(body), { ...options, headers: json });
  }

  send(path, bytes, name, options) {
    const form = new FormData();
    form.append('file', new Blob([bytes]), name);
    return this.ask('POST', path, form, { what: `upload ${name}`, ...options });
  }

  /** How long the list of films takes, while something else is done. @returns milliseconds */
  async watchLatency(work) {
    let done = false;
    const times = [];
    const watching = (async () => {
      while (!done) {
        const start = performance.now();
        await this.ask('GET', '/api/films');
        times.push(performance.now() - start);
        if (times.length % 5 === 0) this.noteMemory();
        await sleep(100);
      }
    })();
    await work();
    done = true;
    await watching;
    this.latencies.push(...times);
    return times;
  }

  /** Looks at what the server and all that it has started take now. */
  noteMemory() {
    const rows = execFileSync('ps', ['-eo', 'pid=,ppid=,rss='], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .map((line) => line.trim().split(/\s+/).map(Number));
    const family = new Set([this.child.pid]);
    for (let before = 0; before < family.size;) {
      before = family.size;
      for (const [pid, parent] of rows) if (family.has(parent)) family.add(pid);
    }
    const now = rows.reduce((sum, [pid, , rss]) => (family.has(pid) ? sum + rss * 1024 : sum), 0);
    this.mostMemory = Math.max(this.mostMemory, now);
  }

  get openFiles() {
    return readdirSync(`/proc/${this.child.pid}/fd`).length;
  }

  /** Waits until a render has ended in one way or another. @returns its view */
  async rendered(id, seconds = 120) {
    for (let i = 0; i < seconds * 5; i++) {
      const view = await this.get(`/api/renders/${id}`);
      if (!['waiting', 'running'].includes(view.status)) return view;
      await sleep(200);
    }
    return { status: 'never ended' };
  }
}
