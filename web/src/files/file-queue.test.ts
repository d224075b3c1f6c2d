import { describe, expect, it } from 'vitest';
import { newPlan, type FileFacts } from '@caesura/core/plan';
import { CaesuraError, frameRate, sourceFrames } from '@caesura/core/time';
import { planOpened, undo } from '../app/plan-state.ts';
import { makeStore } from '../app/store.ts';
import { FileQueue, type FileWork } from './file-queue.ts';
import type { ReadFile } from './read-file.ts';

const hash = (letter: string) => letter.repeat(64);
const facts = (of: Partial<FileFacts> = {}): FileFacts => ({
  rate: frameRate(25),
  frames: sourceFrames(100),
  size: { width: 640, height: 360 },
  start: sourceFrames(0),
  dropFrame: false,
  poster: null,
  ...of,
});
const read = (content: string, of: Partial<ReadFile> = {}): ReadFile => ({
  content,
  facts: facts(),
  canDecode: true,
  stored: 100,
  mean: null,
  ...of,
});
const file = (name: string) => new File(['x'], name);

/**
 * A queue on an empty plan whose work is done by name; a watched file waits until it is let go on.
 */
function queueOf(
  reads: Readonly<Record<string, ReadFile | Error>>,
  watchFails: readonly string[] = [],
) {
  const store = makeStore();
  store.dispatch(
    planOpened({ past: [], present: { plan: newPlan('New'), label: null }, future: [] }),
  );
  const watched: string[] = [];
  const work: FileWork = {
    read: async ({ name }) => {
      const answer = reads[name]!;
      if (name.startsWith('slow')) await new Promise((done) => setTimeout(done, 10));
      if (answer instanceof Error) throw answer;
      return answer;
    },
    watch: async ({ name }, known, onProgress) => {
      watched.push(name);
      onProgress(0.5);
      await new Promise((done) => setTimeout(done, 5));
      if (watchFails.includes(name))
        throw new CaesuraError('cut-short', `“${name}” breaks off.`, 'Copy it again.');
      const seen = { ...known.facts, movement: hash('e'), proxy: hash('f'), sound: null };
      return { facts: seen, note: null };
    },
  };
  const queue = new FileQueue(store, work);
  const plan = () => store.getState().history.present!.plan;
  const settled = async () => {
    while (queue.files().some((f) => !['done', 'failed', 'stopped'].includes(f.stage)))
      await new Promise((done) => setTimeout(done, 2));
  };
  const notes = () => Object.fromEntries(queue.files().map((f) => [f.name, f.note]));
  return { queue, store, plan, settled, watched, notes };
}

describe('files on their way to clips', () => {
  it('are all read before the first is watched, and each clip then has what was made of it', async () => {
    const { queue, plan, settled, watched, store } = queueOf({
      'a.mp4': read(hash('a')),
      'b.mp4': read(hash('b')),
    });
    queue.add([file('a.mp4'), file('b.mp4')]);
    while (watched.length === 0) await new Promise((done) => setTimeout(done, 1));
    expect(plan().clips.map((c) => [c.name, c.movement])).toEqual([
      ['a', undefined],
      ['b', undefined],
    ]);
    await settled();
    expect(watched).toEqual(['a.mp4', 'b.mp4']);
    expect(plan().clips.every((c) => c.movement === hash('e') && c.proxy === hash('f'))).toBe(true);
    // One step each, for the clip; none for what was made of it.
    store.dispatch(undo());
    expect(plan().clips.map((c) => [c.name, c.movement])).toEqual([['a', hash('e')]]);
  });

  it('that fail leave their message and let the others go on', async () => {
    const { queue, plan, settled, notes } = queueOf(
      {
        'bad.mp4': new CaesuraError(
          'bad-media',
          '“bad.mp4” is damaged and cannot be read.',
          'Choose another.',
        ),
        'cut.mp4': read(hash('a')),
        'good.mp4': read(hash('b')),
      },
      ['cut.mp4'],
    );
    queue.add([file('bad.mp4'), file('cut.mp4'), file('good.mp4')]);
    await settled();
    expect(queue.files().map((f) => f.stage)).toEqual(['failed', 'failed', 'done']);
    expect(notes()).toEqual({
      'bad.mp4': '“bad.mp4” is damaged and cannot be read. Choose another.',
      'cut.mp4': '“cut.mp4” breaks off. Copy it again.',
      'good.mp4': null,
    });
    // The one that breaks off is planned with its numbers.
    expect(plan().clips.map((c) => [c.name, c.movement])).toEqual([
      ['cut', undefined],
      ['good', hash('e')],
    ]);
    queue.clear();
    expect(queue.files()).toEqual([]);
  });

  it('become clips in their order, also where a later one is read sooner or one before fails', async () => {
    const { queue, plan, settled, notes } = queueOf({
      'slow.mp4': read(hash('a')),
      'broken.mp4': new CaesuraError('bad-media', 'It is damaged.', 'Copy it again.'),
      'quick.mp4': read(hash('b')),
      'slow too.mp4': read(hash('c')),
      'last.mp4': read(hash('d')),
    });
    queue.add(
      ['slow.mp4', 'broken.mp4', 'quick.mp4', 'slow too.mp4', 'last.mp4'].map((name) => file(name)),
    );
    await settled();
    expect(plan().clips.map((c) => c.name)).toEqual(['slow', 'quick', 'slow too', 'last']);
    expect(notes()['broken.mp4']).toBe('It is damaged. Copy it again.');
  });

  it('are stopped, and go on where they were', async () => {
    const { queue, settled, watched, plan } = queueOf({
      'a.mp4': read(hash('a')),
      'b.mp4': read(hash('b')),
    });
    queue.add([file('a.mp4'), file('b.mp4')]);
    while (watched.length === 0) await new Promise((done) => setTimeout(done, 1));
    queue.stop();
    await settled();
    expect(queue.files().map((f) => f.stage)).toEqual(['stopped', 'stopped']);
    expect(plan().clips).toHaveLength(2);
    queue.retry(queue.files()[0]!.id);
    await settled();
    expect(queue.files().map((f) => f.stage)).toEqual(['done', 'stopped']);
    expect(plan().clips.map((c) => c.movement)).toEqual([hash('e'), undefined]);
  });

  it('are told from others of the same name, and known under another', async () => {
    const { queue, plan, settled, notes } = queueOf({
      'a.mp4': read(hash('a')),
      'b.mp4': read(hash('a')),
    });
    queue.add([file('a.mp4')]);
    await settled();
    queue.add([file('a.mp4'), file('b.mp4')]);
    await settled();
    expect(plan().clips.map((c) => [c.name, c.fileName])).toEqual([['a', 'b.mp4']]);
    expect(notes()['b.mp4']).toBe('It was recognised as “a”, by its content.');
    const twin = queueOf({ 'a.mp4': read(hash('a')), 'A/a.mp4': read(hash('b')) });
    twin.queue.add([file('a.mp4')]);
    await twin.settled();
    twin.queue.add([Object.defineProperty(file('A/a.mp4'), 'name', { value: 'A/a.mp4' })]);
    await twin.settled();
    expect(twin.plan().clips).toHaveLength(2);
  });

  it('that cannot be shown here, or whose frames are unevenly spaced, are said to be so', async () => {
    const { queue, settled, notes, watched } = queueOf({
      'raw.mov': read(hash('a'), {
        canDecode: false,
        facts: facts({ codec: 'apcn', sound: null }),
      }),
      'uneven.mp4': read(hash('b'), { mean: 23.4 }),
    });
    queue.add([file('raw.mov'), file('uneven.mp4')]);
    await settled();
    expect(notes()['raw.mov']).toContain('cannot show apcn');
    expect(notes()['uneven.mp4']).toMatch(/unevenly spaced, 23\.40 a second.*counted at 25 fps/);
    expect(watched).toEqual(['uneven.mp4']);
  });

  it('that were watched before are not watched again', async () => {
    const { queue, settled, watched, plan } = queueOf({
      'a.mp4': read(hash('a'), {
        facts: facts({ movement: hash('e'), proxy: hash('f'), sound: null }),
      }),
    });
    queue.add([file('a.mp4')]);
    await settled();
    expect(watched).toEqual([]);
    expect(plan().clips[0]).toMatchObject({ movement: hash('e'), proxy: hash('f') });
  });
});
