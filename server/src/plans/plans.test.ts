import { openDatabase } from '../database/open.ts';
import { describe, expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { ROOT, withServer } from '../testing/server.ts';
import { thinned } from './thin-versions.ts';

const plan = (change: Partial<Plan> = {}): Plan => ({ ...newPlan('Guild evening'), ...change });

describe('plans over HTTP', () => {
  it('keeps, lists, copies, deletes and restores', () =>
    withServer(async (app) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      expect(made.statusCode).toBe(201);
      const { id, revision } = made.json<{ id: string; revision: number }>();
      expect(revision).toBe(1);
      expect((await app.inject(`/api/plans/${id}`)).json()).toMatchObject({
        id,
        revision: 1,
        plan: plan(),
      });

      const copy = (await app.inject({ method: 'POST', url: `/api/plans/${id}/copy` })).json<{
        plan: Plan;
      }>();
      expect(copy.plan).toEqual(plan({ name: 'Guild evening (copy)' }));

      expect((await app.inject({ method: 'DELETE', url: `/api/plans/${id}` })).statusCode).toBe(
        204,
      );
      expect((await app.inject(`/api/plans/${id}`)).statusCode).toBe(404);
      expect((await app.inject('/api/plans')).json()).toHaveLength(1);
      await app.inject({ method: 'POST', url: `/api/plans/${id}/restore` });
      expect((await app.inject(`/api/plans/${id}`)).json()).toMatchObject({ plan: plan() });
    }));

  it('refuses to save over a revision that is not the last, and keeps what is there', () =>
    withServer(async (app) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      const { id } = made.json<{ id: string }>();
      const save = (revision: number, name: string) =>
        app.inject({
          method: 'PUT',
          url: `/api/plans/${id}`,
          payload: { revision, plan: plan({ name }) },
        });
      const both = await Promise.all([save(1, 'First tab'), save(1, 'Second tab')]);
      expect(both.map((r) => r.statusCode).toSorted()).toEqual([200, 409]);
      const refused = both
        .find((r) => r.statusCode === 409)!
        .json<{ error: { code: string; mend: string } }>();
      expect(refused.error.code).toBe('stale-revision');
      expect(refused.error.mend).toContain('keep yours as a copy');
      expect((await app.inject(`/api/plans/${id}`)).json()).toMatchObject({ revision: 2 });
    }));

  it('keeps versions with a name, and the plan as it was by itself, thinned by age', () =>
    withServer(async (app) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      const url = `/api/plans/${made.json<{ id: string }>().id}`;
      const list = async () =>
        (await app.inject(`${url}/versions`)).json<
          { number: number; name: string | null; revision: number; summary: { name: string } }[]
        >();
      const save = (revision: number, name: string) =>
        app.inject({ method: 'PUT', url, payload: { revision, plan: plan({ name }) } });
      expect((await save(1, 'Second')).statusCode).toBe(200);
      expect((await save(2, 'Third')).statusCode).toBe(200);
      // The first change keeps what was there; the next one comes too soon after it.
      expect((await list()).map(({ name, revision }) => [name, revision])).toEqual([[null, 1]]);
      const named = await app.inject({
        ...{ method: 'POST', url: `${url}/versions`, payload: { name: 'For the client' } },
      });
      expect(named.statusCode).toBe(201);
      const { number } = named.json<{ number: number }>();
      expect((await app.inject(`${url}/versions/${number}`)).json()).toEqual({
        plan: plan({ name: 'Third' }),
      });
      const [first] = (await list()).filter(({ name }) => name === null);
      await app.inject({
        ...{ method: 'PUT', url: `${url}/versions/${first!.number}`, payload: { name: 'Start' } },
      });
      expect((await list()).map(({ name }) => name).toSorted()).toEqual([
        'For the client',
        'Start',
      ]);
      expect(first!.summary.name).toBe('Guild evening');
      await app.inject({ method: 'DELETE', url: `${url}/versions/${number}` });
      expect(await list()).toHaveLength(1);
      expect((await app.inject(`${url}/versions/${number}`)).statusCode).toBe(404);
      const nameless = await app.inject({
        ...{ method: 'POST', url: `${url}/versions`, payload: { name: ' ' } },
      });
      expect(nameless.statusCode).toBe(400);
    }));

  it('lets versions go by their age: all of an hour, one an hour of a day, one a day of before', () => {
    const now = new Date('2026-03-10T12:00:00Z');
    const at = (minutes: number) => new Date(now.getTime() - 60_000 * minutes).toISOString();
    const versions = [
      ...[5, 20, 50].map((minutes) => at(minutes)),
      // Two of one hour, and two of another.
      ...[70, 75, 130, 135].map((minutes) => at(minutes)),
      // Three of one day.
      ...[3000, 3010, 3200].map((minutes) => at(minutes)),
    ].map((time, i) => ({ number: i + 1, at: time }));
    expect(thinned(versions, now).toSorted((a, b) => a - b)).toEqual([5, 7, 9, 10]);
    const many = Array.from({ length: 100 }, (_, i) => ({ number: i + 1, at: at(i / 10) }));
    expect(thinned(many, now)).toHaveLength(40);
  });

  it('keeps receipts of files with their plan, the last first, and only so many', () =>
    withServer(async (app) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      const url = `/api/plans/${made.json<{ id: string }>().id}/receipts`;
      const receipt = {
        ...{ fileName: 'film.edl', format: 'edl', sha256: 'a'.repeat(64), bytes: 812 },
        ...{ revision: 1, frames: 100, equal: 98, near: 1, wrong: 0 },
      };
      for (let bytes = 1; bytes <= 103; bytes++) {
        const kept = await app.inject({
          ...{ method: 'POST', url },
          payload: { receipt: { ...receipt, bytes } },
        });
        expect(kept.statusCode).toBe(201);
      }
      const list = (await app.inject(url)).json<{ bytes: number; at: string }[]>();
      expect(list).toHaveLength(100);
      expect([list[0]!.bytes, list.at(-1)!.bytes]).toEqual([103, 4]);
      expect(list[0]).toEqual({ ...receipt, bytes: 103, at: expect.any(String) });
      // A figure that cannot be, and a plan that is not there, are refused.
      const refused = await app.inject({
        ...{ method: 'POST', url },
        payload: { receipt: { ...receipt, sha256: 'x' } },
      });
      expect(refused.statusCode).toBe(400);
      const nowhere = await app.inject({
        ...{ method: 'POST', url: '/api/plans/none/receipts', payload: { receipt } },
      });
      expect(nowhere.statusCode).toBe(404);
    }));

  it('answers every error in one form, naming the place', () =>
    withServer(async (app) => {
      const wrong = { ...plan(), rate: { num: 0, den: 1 } };
      const refused = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: wrong },
      });
      expect(refused.statusCode).toBe(400);
      expect(refused.json()).toEqual({
        error: { code: 'bad-request', message: expect.stringContaining('plan.rate') },
      });
      const notJson = await app.inject({
        ...{ method: 'POST', url: '/api/plans', payload: '{' },
        headers: { 'content-type': 'application/json' },
      });
      expect(notJson.json()).toEqual({
        error: { code: 'bad-request', message: expect.stringContaining('JSON') },
      });
      expect((await app.inject('/api/plans/none')).json()).toMatchObject({
        error: { code: 'not-found' },
      });
      expect((await app.inject('/api/none')).json()).toMatchObject({
        error: { code: 'not-found' },
      });
    }));

  it('brings the demo in once, and not again after it was deleted', () =>
    withServer(
      async (app) => {
        const listed = (await app.inject('/api/plans')).json<
          {
            id: string;
            name: string;
            length: number;
            pictures: { strip: string; at: number; aspect: number }[];
          }[]
        >();
        const [first, upright] = listed;
        expect(first).toMatchObject({ name: 'Open day teaser', length: 1080 });
        // Nine times as wide as high: five of 16 by 9, fifteen at most.
        expect(listed.map(({ pictures }) => pictures.length)).toEqual([5, 15, 5]);
        expect(new Set(upright!.pictures.map(({ strip }) => strip)).size).toBe(8);
        const demo = (await app.inject(`/api/plans/${first!.id}`)).json<{ plan: Plan }>().plan;
        for (const id of [
          demo.music!.media,
          demo.music!.outline!,
          ...demo.clips.map((c) => c.poster!),
        ])
          expect((await app.inject(`/api/media/${id}`)).statusCode, id).toBe(200);
      },
      { root: ROOT },
    ));

  it('answers only its own machine', () =>
    withServer(async (app) => {
      const asked = (headers: Record<string, string>, method: 'GET' | 'POST' = 'GET') =>
        app.inject({
          method,
          url: '/api/plans',
          headers,
          ...(method === 'POST' && { payload: { plan: plan() } }),
        });
      expect((await asked({ host: 'elsewhere.example' })).statusCode).toBe(403);
      expect(
        (await asked({ host: '127.0.0.1:4377', origin: 'http://elsewhere.example' }, 'POST'))
          .statusCode,
      ).toBe(403);
      expect(
        (await asked({ host: '127.0.0.1:4377', origin: 'http://127.0.0.1:4377' }, 'POST'))
          .statusCode,
      ).toBe(201);
    }));

  it('describes its routes', () =>
    withServer(async (app) => {
      const { paths } = (await app.inject('/api/openapi.json')).json<{
        paths: Record<string, object>;
      }>();
      expect(Object.keys(paths)).toEqual(
        expect.arrayContaining(['/api/plans/{id}', '/api/media/{id}']),
      );
      expect((await app.inject('/api')).body).toContain('PUT /api/plans/{id}');
    }));
});

describe('the list of plans', () => {
  type Entry = { id: string; name: string; unreadable: string | null };

  it('shows what cannot be read beside the others, with why, and gives its document out', () =>
    withServer(async (app, settings) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      const { id } = made.json<{ id: string }>();
      const db = await openDatabase(settings.data);
      const broken = JSON.stringify({ ...plan({ name: 'Torn' }), rate: { num: 0, den: 1 } });
      for (const [name, document] of [
        ['torn', broken],
        ['noise', '{"name"'],
      ] as const)
        await db
          .insertInto('plan')
          .values({
            id: name,
            revision: 3,
            document,
            summary: null,
            created_at: '2026-01-01T00:00:00.000Z',
            changed_at: '2026-01-01T00:00:00.000Z',
            deleted_at: null,
          })
          .execute();
      await db.destroy();
      const list = await app.inject('/api/plans');
      expect(list.statusCode).toBe(200);
      expect(list.headers['content-type']).toContain('application/json');
      const entries = list.json<Entry[]>();
      expect(entries.map((e) => e.id)).toEqual([id, 'noise', 'torn']);
      expect(entries[0]).toMatchObject({ name: 'Guild evening', unreadable: null });
      expect(entries[1]).toMatchObject({ name: 'A plan without a name' });
      expect(entries[2]!.name).toBe('Torn');
      expect(entries[2]!.unreadable).toContain('At rate');
      const opened = await app.inject('/api/plans/torn');
      expect(opened.statusCode).toBe(422);
      expect(opened.json()).toMatchObject({ error: { code: 'unreadable-plan' } });
      const document = await app.inject('/api/plans/torn/document');
      expect(document.body).toBe(broken);
      // What can be done: it goes, and the others stay.
      await app.inject({ method: 'DELETE', url: '/api/plans/torn' });
      expect((await app.inject('/api/plans')).json()).toHaveLength(2);
    }));

  it('follows a save, as the plan itself does', () =>
    withServer(async (app) => {
      const made = await app.inject({
        method: 'POST',
        url: '/api/plans',
        payload: { plan: plan() },
      });
      const { id } = made.json<{ id: string }>();
      await app.inject({
        method: 'PUT',
        url: `/api/plans/${id}`,
        payload: { revision: 1, plan: plan({ name: 'Renamed' }) },
      });
      const [entry] = (await app.inject('/api/plans')).json<Entry[]>();
      expect(entry).toMatchObject({ name: 'Renamed', revision: 2 });
    }));
});

describe('a refusal', () => {
  it.each([
    ['a plan that is none', { revision: 1, plan: { name: 'x' } }, 400, 'bad-request'],
    ['a revision that is none', { revision: 0, plan: newPlan('x') }, 400, 'bad-request'],
  ])('says what it is: %s', (_what, payload, status, code) =>
    withServer(async (app) => {
      const answer = await app.inject({ method: 'PUT', url: '/api/plans/none', payload });
      expect(answer.statusCode).toBe(status);
      expect(answer.json()).toMatchObject({ error: { code } });
    }),
  );

  it('says that a plan is too large', () =>
    withServer(async (app) => {
      const answer = await app.inject({
        method: 'PUT',
        url: '/api/plans/none',
        headers: { 'content-type': 'application/json', 'content-length': '65000000' },
        payload: '{}',
      });
      expect(answer.statusCode).toBe(413);
      expect(answer.json()).toMatchObject({ error: { code: 'too-large' } });
    }));
});
