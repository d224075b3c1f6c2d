import type { FastifyInstance } from 'fastify';
import { expect, it } from 'vitest';
import { digestOf, newPlan, patchBetween, type Plan } from '@caesura/core/plan';
import { withServer } from '../testing/server.ts';

const make = async (app: FastifyInstance, plan: Plan): Promise<string> =>
  (await app.inject({ method: 'POST', url: '/api/plans', payload: { plan } })).json<{
    id: string;
  }>().id;

const change = (app: FastifyInstance, id: string, payload: object) =>
  app.inject({ method: 'PATCH', url: `/api/plans/${id}`, payload });

const read = async (app: FastifyInstance, id: string) =>
  (await app.inject(`/api/plans/${id}`)).json<{ revision: number; plan: Plan }>();

const notes = (count: number): Plan['notes'] =>
  Array.from({ length: count }, (_, i) => ({
    ...{ id: `n${i}`, frame: i as Plan['target'], text: `Look at the platen ${i}` },
  }));

it('saves a change against its revision, and checks what it becomes', () =>
  withServer(async (app) => {
    const before: Plan = { ...newPlan('Guild evening'), notes: notes(300) };
    const id = await make(app, before);
    const after: Plan = {
      ...before,
      client: 'Marrow Lane',
      notes: before.notes.filter((_, i) => i !== 40),
    };
    const patch = patchBetween(before, after);
    expect(JSON.stringify(patch).length).toBeLessThan(200);
    const saved = await change(app, id, { revision: 1, patch, digest: digestOf(after) });
    expect(saved.json()).toMatchObject({ revision: 2 });
    expect((await read(app, id)).plan).toEqual(after);
    // The same again is made from a revision that is over.
    const again = await change(app, id, { revision: 1, patch, digest: digestOf(after) });
    expect(again.json()).toMatchObject({ error: { code: 'stale-revision' } });
  }));

it('writes nothing of a change that makes no plan, another plan, or is no patch', () =>
  withServer(async (app) => {
    const plan = newPlan('Guild evening');
    const id = await make(app, plan);
    const cases: [object, number, string][] = [
      [{ patch: [{ op: 'replace', path: '/target', value: -4 }], digest: 1 }, 400, ''],
      [{ patch: [{ op: 'remove', path: '/clips' }], digest: 1 }, 400, ''],
      [{ patch: [{ op: 'replace', path: '/name', value: 'X' }], digest: 1 }, 409, 'patch-mismatch'],
      [{ patch: [{ op: 'remove', path: '/no/such' }], digest: 1 }, 409, 'patch-mismatch'],
      [
        { patch: [{ op: 'add', path: '/__proto__/x', value: 1 }], digest: 1 },
        409,
        'patch-mismatch',
      ],
      [{ patch: [{ op: 'test', path: '/name', value: 'X' }], digest: 1 }, 400, 'bad-request'],
      [{ patch: 'x', digest: 1 }, 400, 'bad-request'],
      [{ patch: [{ op: 'replace', path: '', value: 7 }], digest: 1 }, 400, ''],
    ];
    for (const [payload, status, code] of cases) {
      const answer = await change(app, id, { revision: 1, ...payload });
      expect(answer.statusCode, JSON.stringify(payload)).toBe(status);
      if (code) expect(answer.json()).toMatchObject({ error: { code } });
    }
    expect(await read(app, id)).toMatchObject({ revision: 1, plan });
    expect(({} as { x?: number }).x).toBeUndefined();
    const gone = await change(app, 'none', { revision: 1, patch: [], digest: 1 });
    expect(gone.statusCode).toBe(404);
  }));
