import { createHash, randomBytes } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { expect, it } from 'vitest';
import { withServer } from '../testing/server.ts';

const filesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true }).filter((f) => f.isFile());

it('keeps a file once under the hash of its content, and hands out ranges', () =>
  withServer(async (app, { data }) => {
    const bytes = randomBytes(50_000);
    const id = createHash('sha256').update(bytes).digest('hex');
    const add = () =>
      app.inject({
        method: 'POST',
        url: '/api/media',
        payload: bytes,
        headers: { 'content-type': 'audio/wav' },
      });
    expect((await add()).json()).toEqual({ id, bytes: 50_000, mediaType: 'audio/wav' });
    expect((await add()).statusCode).toBe(201);
    expect(filesIn(path.join(data, 'media'))).toHaveLength(1);
    const whole = await app.inject(`/api/media/${id}`);
    expect(whole.rawPayload.equals(bytes)).toBe(true);
    expect(whole.headers['content-type']).toBe('audio/wav');
    const part = await app.inject({ url: `/api/media/${id}`, headers: { range: 'bytes=10-19' } });
    expect(part.statusCode).toBe(206);
    expect(part.rawPayload.equals(bytes.subarray(10, 20))).toBe(true);
    expect((await app.inject(`/api/media/${'0'.repeat(64)}`)).statusCode).toBe(404);
  }));

it('hands out what could run in a browser as plain bytes', () =>
  withServer(async (app) => {
    const headers = { 'content-type': 'text/html' };
    const { id } = (
      await app.inject({
        method: 'POST',
        url: '/api/media',
        payload: '<script>1</script>',
        headers,
      })
    ).json<{ id: string }>();
    const got = await app.inject(`/api/media/${id}`);
    expect(got.headers).toMatchObject({
      'content-type': 'application/octet-stream',
      'x-content-type-options': 'nosniff',
    });
  }));

it('refuses an empty file and one over the limit, and leaves nothing of either', () =>
  withServer(
    async (app, { data }) => {
      const add = (payload: Buffer) => app.inject({ method: 'POST', url: '/api/media', payload });
      expect((await add(Buffer.alloc(0))).json()).toMatchObject({ error: { code: 'empty-file' } });
      const refused = await add(Buffer.alloc(2_000_001));
      expect(refused.statusCode).toBe(413);
      expect(refused.json()).toMatchObject({ error: { message: expect.any(String) } });
      expect(filesIn(data).filter((f) => /media|incoming/.test(f.parentPath))).toEqual([]);
    },
    { mediaLimit: 2_000_000 },
  ));

it('leaves nothing of an upload that breaks off', () =>
  withServer(async (app, { data }) => {
    await app.listen({ host: '127.0.0.1', port: 0 });
    const { port } = app.server.address() as AddressInfo;
    const upload = request({
      port,
      method: 'POST',
      path: '/api/media',
      headers: { 'content-length': 900_000 },
    });
    upload.on('error', () => undefined);
    upload.write(Buffer.alloc(300_000));
    const incoming = path.join(data, 'incoming');
    while (filesIn(incoming).length === 0) await setTimeout(10);
    upload.destroy();
    while (filesIn(incoming).length > 0) await setTimeout(10);
    expect(filesIn(data).filter((f) => f.parentPath.includes('media'))).toEqual([]);
  }));
