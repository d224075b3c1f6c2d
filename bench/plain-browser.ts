import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { setTimeout } from 'node:timers/promises';

/** Milliseconds for which something is waited for, and between two looks. */
const PATIENCE = 60_000;
const LOOK = 50;

/** An answer or an event of the browser's protocol. */
interface Message {
  readonly id?: number;
  readonly method?: string;
  readonly params?: Record<string, unknown>;
  readonly result?: unknown;
  readonly error?: { readonly message: string };
}

/** What is looked for: the first that a selector finds and whose name is as it is said. */
export interface Sought {
  readonly selector: string;
  /** All of its name, or what its name must match; any when left out. */
  readonly name?: string | RegExp;
  /** Which of those, from 0; the first when left out. */
  readonly nth?: number;
  /** Whether it counts also where it is not seen. */
  readonly hidden?: true;
}

/** Finds elements by their names on the page; written as text, since it runs there. */
const FINDER = `(selector, name, pattern, hidden) =>
  [...document.querySelectorAll(selector)].filter((element) => {
    if (!hidden && element.getClientRects().length === 0) return false;
    const own = (element.getAttribute('aria-label') ?? element.textContent).trim();
    return (name === null || own === name) && (pattern === null || new RegExp(pattern).test(own));
  })`;

/** Keys by name, as the protocol wants them. */
const KEYS = {
  ' ': { code: 'Space', text: ' ', number: 32 },
  Enter: { code: 'Enter', text: '\r', number: 13 },
  '[': { code: 'BracketLeft', text: '[', number: 219 },
  ']': { code: 'BracketRight', text: ']', number: 221 },
  '.': { code: 'Period', text: '.', number: 190 },
  ',': { code: 'Comma', text: ',', number: 188 },
  l: { code: 'KeyL', text: 'l', number: 76 },
  k: { code: 'KeyK', text: 'k', number: 75 },
  z: { code: 'KeyZ', text: 'z', number: 90 },
} as const;
const CONTROL = 2;

/**
 * A page of a browser that is driven over its protocol (Chrome DevTools Protocol, over a pipe) with
 * nothing in between: the driver of the browser tests holds some 2 MB more for each page that is
 * gone to, which cannot be told from what the page holds itself.
 */
export class PlainBrowser {
  private count = 0;
  private text = '';
  private readonly answers = new Map<number, (message: Message) => void>();
  private readonly listeners = new Map<string, (params: Record<string, unknown>) => void>();
  private session: string | undefined;

  private constructor(
    readonly process: ChildProcess,
    private readonly folder: string,
  ) {
    (process.stdio[4] as Readable)
      .setEncoding('utf8')
      .on('data', (more: string) => this.take(more));
  }

  /** Starts a browser with a page at an address. */
  static async open(address: string): Promise<PlainBrowser> {
    const folder = mkdtempSync(path.join(tmpdir(), 'caesura-browser-'));
    const browser = new PlainBrowser(
      spawn(
        process.env.CHROMIUM ?? '/usr/bin/chromium',
        [
          ...['--headless', '--no-sandbox', '--remote-debugging-pipe', '--window-size=1280,800'],
          ...['--autoplay-policy=no-user-gesture-required', `--user-data-dir=${folder}`],
        ],
        { stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'] },
      ),
      folder,
    );
    const { targetId } = await browser.send<{ targetId: string }>('Target.createTarget', {
      url: address,
    });
    const { sessionId } = await browser.send<{ sessionId: string }>('Target.attachToTarget', {
      targetId,
      flatten: true,
    });
    browser.session = sessionId;
    return browser;
  }

  private take(more: string): void {
    this.text += more;
    for (let end = this.text.indexOf('\0'); end >= 0; end = this.text.indexOf('\0')) {
      const message = JSON.parse(this.text.slice(0, end)) as Message;
      this.text = this.text.slice(end + 1);
      if (message.method) this.listeners.get(message.method)?.(message.params ?? {});
      if (message.id === undefined) continue;
      this.answers.get(message.id)?.(message);
      this.answers.delete(message.id);
    }
  }

  /** Calls a method of the protocol. Throws what the browser says is wrong. */
  async send<T = unknown>(method: string, params: object = {}): Promise<T> {
    const id = ++this.count;
    const message = { id, method, params, ...(this.session && { sessionId: this.session }) };
    const answer = new Promise<Message>((resolve) => this.answers.set(id, resolve));
    (this.process.stdio[3] as Writable).write(`${JSON.stringify(message)}\0`);
    const { result, error } = await answer;
    if (error) throw new Error(`${method}: ${error.message}`);
    return result as T;
  }

  /** Listens to an event of the protocol, in place of who did before; to none with null. */
  on(method: string, listener: ((params: Record<string, unknown>) => void) | null): void {
    if (listener) this.listeners.set(method, listener);
    else this.listeners.delete(method);
  }

  /** What an expression is on the page, as JSON. */
  async value<T>(expression: string): Promise<T> {
    const { result } = await this.send<{ result: { value: T } }>('Runtime.evaluate', {
      expression,
      returnByValue: true,
    });
    return result.value;
  }

  private static all({ selector, name, hidden }: Sought): string {
    const [text, pattern] = name instanceof RegExp ? [null, name.source] : [name ?? null, null];
    return `(${FINDER})(${[selector, text, pattern, hidden === true].map((one) => JSON.stringify(one)).join(', ')})`;
  }

  /** How many there are. */
  howMany(sought: Sought): Promise<number> {
    return this.value(`${PlainBrowser.all(sought)}.length`);
  }

  /** Waits until there are some, or until there are none. Throws when that does not come. */
  async waitFor(sought: Sought, isThere = true): Promise<void> {
    for (let waited = 0; waited < PATIENCE; waited += LOOK) {
      if ((await this.howMany(sought)) > (sought.nth ?? 0) === isThere) return;
      await setTimeout(LOOK);
    }
    throw new Error(
      `${sought.selector} “${sought.name ?? ''}” does not ${isThere ? 'come' : 'go'}.`,
    );
  }

  /** Where the middle of something is, and whether nothing else lies over it there. */
  private place(sought: Sought): Promise<{ x: number; y: number; isFree: boolean } | null> {
    return this.value(
      `(() => {
        const element = ${PlainBrowser.all(sought)}[${sought.nth ?? 0}];
        if (!element) return null;
        element.scrollIntoView({ block: 'nearest' });
        const { left, top, width, height } = element.getBoundingClientRect();
        const [x, y] = [left + width / 2, top + height / 2];
        return { x, y, isFree: element.contains(document.elementFromPoint(x, y)) };
      })()`,
    );
  }

  /** Presses the mouse on the middle of something, once it is there, at rest and free. */
  async click(sought: Sought): Promise<void> {
    await this.waitFor(sought);
    let at = await this.place(sought);
    for (let waited = 0; ; waited += LOOK) {
      if (waited > PATIENCE)
        throw new Error(`${sought.selector} “${sought.name ?? ''}” cannot be pressed.`);
      await setTimeout(LOOK);
      const before = at;
      at = await this.place(sought);
      if (at?.isFree && before?.x === at.x && before.y === at.y) break;
    }
    const { x, y } = at;
    for (const type of ['mouseMoved', 'mousePressed', 'mouseReleased'])
      await this.send('Input.dispatchMouseEvent', {
        ...{ type, x, y, button: type === 'mouseMoved' ? 'none' : 'left', clickCount: 1 },
      });
  }

  /** Presses a key, with Control or without. */
  async press(key: keyof typeof KEYS, control = false): Promise<void> {
    const { code, text, number } = KEYS[key];
    const common = { key, code, windowsVirtualKeyCode: number, modifiers: control ? CONTROL : 0 };
    const typed = control ? {} : { text };
    await this.send('Input.dispatchKeyEvent', { type: 'keyDown', ...common, ...typed });
    await this.send('Input.dispatchKeyEvent', { type: 'keyUp', ...common });
  }

  /** Types a text where the focus is. */
  async type(text: string): Promise<void> {
    await this.send('Input.insertText', { text });
  }

  /** Chooses files in a field of files. */
  async choose(sought: Sought, files: readonly string[]): Promise<void> {
    await this.waitFor({ ...sought, hidden: true });
    const { result } = await this.send<{ result: { objectId: string } }>('Runtime.evaluate', {
      expression: `${PlainBrowser.all({ ...sought, hidden: true })}[0]`,
    });
    await this.send('DOM.setFileInputFiles', { files, objectId: result.objectId });
    await this.send('Runtime.releaseObject', { objectId: result.objectId });
  }

  /** Ends the browser, and takes away what it kept. */
  async close(): Promise<void> {
    this.process.kill();
    await once(this.process, 'exit');
    // Its other processes end after it, and write until then.
    rmSync(this.folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
  }
}
