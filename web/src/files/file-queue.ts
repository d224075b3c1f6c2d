import { nanoid } from '@reduxjs/toolkit';
import { clipOfFile, clipsOfFile } from '@caesura/core/edits';
import type { Plan } from '@caesura/core/plan';
import { rateLabel } from '@caesura/core/time';
import { edit } from '../app/edit.ts';
import { noteUnderWay } from '../app/interrupted.ts';
import { clipsFilled } from '../app/plan-state.ts';
import type { AppStore } from '../app/store.ts';
import { isKnown, readFile, watchFile, type ReadFile } from './read-file.ts';

/** Where a file is on its way. */
export type Stage = 'waiting' | 'reading' | 'queued' | 'watching' | 'done' | 'stopped' | 'failed';

/** A file on its way to a clip. */
export interface QueuedFile {
  readonly id: string;
  readonly name: string;
  readonly stage: Stage;
  /** Of the reading or the watching. */
  readonly fraction: number;
  /** What there is to say of it: what is wrong, or worth knowing. */
  readonly note: string | null;
}

/** A file, what was read of it, and its way out. */
interface Entry {
  view: QueuedFile;
  readonly file: File;
  read: ReadFile | null;
  abort: AbortController;
}

/** How a file is read and watched; replaced in tests. */
export interface FileWork {
  readonly read: typeof readFile;
  readonly watch: typeof watchFile;
}

const text = (error: unknown): string => {
  const { message, mend } = error as { message: string; mend?: string };
  return [message, mend].filter(Boolean).join(' ');
};

/** A name that no clip has yet. */
function freeName(plan: Plan, name: string): string {
  const taken = new Set(plan.clips.map((c) => c.name));
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${name.slice(0, 112)} ${n}`;
  return free;
}

/** Files that are read, or watched, at once: while one waits for a decoder, another goes on. */
const AT_ONCE = 2;

/**
 * The files that are made into clips of the open plan, in their order. Headers and a picture of
 * each go first, so that every clip is there at once; then the frames are watched, two files at a
 * time. A file that fails leaves its message and lets the next go on. Works on while other screens
 * are open.
 */
export class FileQueue {
  #entries: Entry[] = [];
  #views: readonly QueuedFile[] = [];
  readonly #listeners = new Set<() => void>();
  readonly #store: Pick<AppStore, 'dispatch' | 'getState'>;
  readonly #work: FileWork;
  #reading = false;
  #watching = false;
  /** When the files that were begun so far have been added, or have failed. */
  #added: Promise<unknown> = Promise.resolve();

  constructor(
    store: Pick<AppStore, 'dispatch' | 'getState'>,
    work: FileWork = { read: readFile, watch: watchFile },
  ) {
    this.#store = store;
    this.#work = work;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly files = (): readonly QueuedFile[] => this.#views;

  /** Adds files at the end. */
  add(files: readonly File[]): void {
    this.#entries.push(
      ...files.map((file): Entry => ({
        view: { id: nanoid(), name: file.name, stage: 'waiting', fraction: 0, note: null },
        file,
        read: null,
        abort: new AbortController(),
      })),
    );
    this.#show();
    void this.#readOn();
  }

  /** Stops a file, or all. What is known of it by then stays. */
  stop(id?: string): void {
    for (const entry of this.#entries)
      if (
        (id === undefined || entry.view.id === id) &&
        !['done', 'failed', 'stopped'].includes(entry.view.stage)
      ) {
        entry.abort.abort();
        this.#put(entry, { stage: 'stopped', fraction: 0 });
      }
  }

  /** Starts a stopped or failed file again where it was. */
  retry(id: string): void {
    const entry = this.#entries.find((e) => e.view.id === id);
    if (!entry || !['stopped', 'failed'].includes(entry.view.stage)) return;
    entry.abort = new AbortController();
    this.#put(entry, { stage: entry.read ? 'queued' : 'waiting', fraction: 0, note: null });
    void this.#readOn();
    void this.#watchOn();
  }

  /** Takes files that are not at work off the list. */
  clear(id?: string): void {
    this.#entries = this.#entries.filter(
      ({ view }) =>
        (id !== undefined && view.id !== id) || !['done', 'failed', 'stopped'].includes(view.stage),
    );
    this.#show();
  }

  #show(): void {
    this.#views = this.#entries.map((e) => e.view);
    this.#listeners.forEach((listener) => listener());
  }

  #put(entry: Entry, change: Partial<QueuedFile>): void {
    entry.view = { ...entry.view, ...change };
    this.#show();
  }

  get #plan(): Plan {
    return this.#store.getState().history.present!.plan;
  }

  /** Works through the files at a stage, two at a time. */
  async #through(
    stage: Stage,
    during: Stage,
    work: (entry: Entry, signal: AbortSignal) => Promise<Partial<QueuedFile>>,
  ): Promise<void> {
    await Promise.all(Array.from({ length: AT_ONCE }, () => this.#oneByOne(stage, during, work)));
  }

  async #oneByOne(
    stage: Stage,
    during: Stage,
    work: (entry: Entry, signal: AbortSignal) => Promise<Partial<QueuedFile>>,
  ): Promise<void> {
    for (;;) {
      const entry = this.#entries.find((e) => e.view.stage === stage);
      if (!entry) return;
      const { signal } = entry.abort;
      this.#put(entry, { stage: during, fraction: 0 });
      const ended = noteUnderWay(`${during} ${entry.file.name}`);
      try {
        const change = await work(entry, signal);
        if (!signal.aborted) this.#put(entry, change);
      } catch (error) {
        if (!signal.aborted) this.#put(entry, { stage: 'failed', note: text(error) });
      } finally {
        ended();
      }
    }
  }

  async #readOn(): Promise<void> {
    if (this.#reading) return;
    this.#reading = true;
    await this.#through('waiting', 'reading', async (entry, signal) => {
      const before = this.#added;
      const inTurn = this.#readAndAdded(entry, signal, before);
      this.#added = Promise.allSettled([before, inTurn]);
      return inTurn;
    });
    this.#reading = false;
    void this.#watchOn();
  }

  /** Reads a file, and once those before it have been added adds its clip. */
  async #readAndAdded(
    entry: Entry,
    signal: AbortSignal,
    before: Promise<unknown>,
  ): Promise<Partial<QueuedFile>> {
    const onProgress = (fraction: number) => this.#put(entry, { fraction });
    const [read] = await Promise.all([this.#work.read(entry.file, onProgress, signal), before]);
    entry.read = read;
    signal.throwIfAborted();
    const notes = this.#addClip(entry.file, read);
    const { facts, canDecode, mean } = read;
    if (mean !== null)
      notes.push(
        `Its frames are unevenly spaced, ${mean.toFixed(2)} a second on average. It is counted at ${rateLabel(facts.rate)} fps; give it the rate that your editing program uses for it.`,
      );
    if (!canDecode && !facts.proxy)
      notes.push(
        `This browser cannot show ${facts.codec ?? 'its pictures'}; it is planned with its numbers alone.`,
      );
    return { stage: isKnown(read) ? 'done' : 'queued', fraction: 0, note: notes.join(' ') || null };
  }

  async #watchOn(): Promise<void> {
    if (this.#watching) return;
    this.#watching = true;
    await this.#through('queued', 'watching', async (entry, signal) => {
      const read = entry.read!;
      const onProgress = (fraction: number) => this.#put(entry, { fraction });
      const { facts, note } = await this.#work.watch(entry.file, read, onProgress, signal);
      signal.throwIfAborted();
      this.#store.dispatch(clipsFilled({ content: read.content, facts }));
      const notes = [entry.view.note, note].filter(Boolean).join(' ');
      return { stage: 'done', fraction: 1, note: notes || null };
    });
    this.#watching = false;
  }

  /** Makes a clip of a file, or finds the one that it belongs to. Returns what there is to say. */
  #addClip(file: File, { content, facts }: ReadFile): string[] {
    const plan = this.#plan;
    const own = clipsOfFile(plan, file.name, content, facts);
    const [first] = own;
    if (!first) {
      const clip = clipOfFile(nanoid(), file.name, content, facts);
      const twin = plan.clips.find((c) => c.fileName === clip.fileName);
      this.#store.dispatch(edit('addClips', [{ ...clip, name: freeName(plan, clip.name) }]));
      return twin
        ? [
            `Another clip, “${twin.name}”, has the same file name: rename one, or your editing program may take the wrong one.`,
          ]
        : [];
    }
    const same = own.every((c) => c.fileName === file.name && c.content === content);
    if (!same)
      this.#store.dispatch(
        edit(
          'relinkClips',
          own.map((c) => c.id),
          { name: file.name, content, facts },
        ),
      );
    this.#store.dispatch(clipsFilled({ content, facts }));
    if (same) return [`It is in the plan already, as “${first.name}”.`];
    return [
      `It was recognised as “${first.name}”${first.content ? ', by its content' : ', by its name and frames'}.`,
    ];
  }
}
