import { expect, it } from 'vitest';
import { withServer } from '../testing/server.ts';

const CONTENT = 'c'.repeat(64);
const facts = {
  rate: { num: 25, den: 1 },
  frames: 200,
  size: { width: 1920, height: 1080 },
  start: 0,
  dropFrame: false,
  poster: null,
  codec: 'avc',
};

it('keeps what was made of a file by its content, and the latest of it', () =>
  withServer(async (app) => {
    const url = `/api/footage/${CONTENT}`;
    expect((await app.inject(url)).statusCode).toBe(404);
    const { id } = (
      await app.inject({ method: 'POST', url: '/api/media', payload: 'small pictures' })
    ).json<{
      id: string;
    }>();
    expect(
      (await app.inject({ method: 'PUT', url, payload: { ...facts, proxy: id } })).statusCode,
    ).toBe(204);
    expect((await app.inject(url)).json()).toEqual({ ...facts, proxy: id });
    expect(
      (await app.inject({ method: 'PUT', url, payload: { ...facts, frames: 201 } })).statusCode,
    ).toBe(204);
    expect((await app.inject(url)).json()).toEqual({ ...facts, frames: 201 });
  }));

it('refuses facts that are none, or that point to files it does not have', () =>
  withServer(async (app) => {
    const put = (payload: object, content = CONTENT) =>
      app.inject({ method: 'PUT', url: `/api/footage/${content}`, payload });
    expect((await put({ ...facts, rate: { num: 0, den: 1 } })).statusCode).toBe(400);
    expect((await put(facts, 'no-hash')).statusCode).toBe(400);
    const missing = await put({ ...facts, movement: 'd'.repeat(64) });
    expect(missing.json()).toMatchObject({ error: { code: 'no-such-media' } });
    expect((await app.inject(`/api/footage/${CONTENT}`)).statusCode).toBe(404);
  }));
