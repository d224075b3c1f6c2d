import path from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import fastify, { type FastifyInstance } from 'fastify';
import {
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod';
import { apiPage } from './api-page.ts';
import { openDatabase } from './database/open.ts';
import { loadDemo } from './demo.ts';
import { answerError, errorBody } from './errors.ts';
import { footageRoutes } from './footage/footage-routes.ts';
import { mediaRoutes } from './media/media-routes.ts';
import { mediaStore } from './media/media-store.ts';
import { planRoutes } from './plans/plan-routes.ts';
import { planStore } from './plans/plan-store.ts';
import { receiptRoutes } from './plans/receipt-routes.ts';
import { receiptStore } from './plans/receipt-store.ts';
import { versionRoutes } from './plans/version-routes.ts';
import { versionStore } from './plans/version-store.ts';
import type { Settings } from './settings.ts';

/** A plan of many hours is a few megabytes of JSON. */
const PLAN_LIMIT = 64_000_000;
const LOOPBACK = /^(localhost|127(\.\d+){3}|\[::1\])(:\d+)?$/;

/**
 * Another site must not reach a server on loopback through a name that it points here, nor post to
 * it from its own pages. Only checked while the server listens on loopback.
 */
function guardLoopback(app: FastifyInstance): void {
  app.addHook('onRequest', async (request, reply) => {
    const origin = request.headers.origin;
    const foreign =
      origin !== undefined &&
      request.method !== 'GET' &&
      !LOOPBACK.test(origin.replace(/^https?:\/\//, ''));
    if (foreign || !LOOPBACK.test(request.headers.host ?? ''))
      return reply
        .status(403)
        .send(errorBody('not-local', 'This server answers only its own machine.'));
  });
}

async function describeApi(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: { info: { title: 'Caesura, its interface for programs', version: '1' } },
    transform: jsonSchemaTransform,
  });
  app.get('/api/openapi.json', { schema: { hide: true } }, () => app.swagger());
  app.get('/api', { schema: { hide: true } }, (_request, reply) =>
    reply.type('text/html').send(apiPage(app.swagger() as Parameters<typeof apiPage>[0])),
  );
}

/** The built pages; every address that is no file is a screen of the application. */
async function servePages(app: FastifyInstance, folder: string): Promise<void> {
  await app.register(fastifyStatic, {
    root: folder,
    wildcard: false,
    // What the build packed is sent as it lies there.
    preCompressed: true,
    setHeaders: (reply, file) =>
      void reply.setHeader(
        'cache-control',
        file.includes(`${path.sep}assets${path.sep}`)
          ? 'public, max-age=31536000, immutable'
          : 'no-cache',
      ),
  });
  app.setNotFoundHandler((request, reply) =>
    request.url.startsWith('/api') || !request.headers.accept?.includes('text/html')
      ? reply.status(404).send(errorBody('not-found', `There is nothing at ${request.url}.`))
      : reply.sendFile('index.html', folder),
  );
}

/**
 * Builds the whole server on its data folder: database, media, demo, routes, pages. Closing it
 * closes the database.
 */
export async function buildApp(
  settings: Settings,
  options: { log?: boolean } = {},
): Promise<FastifyInstance> {
  const db = await openDatabase(settings.data);
  const versions = versionStore(db);
  const plans = planStore(db, versions);
  const media = await mediaStore(db, settings.data, settings.mediaLimit);
  await loadDemo(db, plans, media, path.join(settings.root, 'demo', 'output'));

  const app = fastify({ logger: options.log ? { level: 'warn' } : false, bodyLimit: PLAN_LIMIT });
  app.addHook('onClose', () => db.destroy());
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  app.setErrorHandler(answerError);
  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        mediaSrc: ["'self'", 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        // Served over plain HTTP on loopback.
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  });
  if (LOOPBACK.test(settings.host)) guardLoopback(app);
  await describeApi(app);
  const api = app.withTypeProvider<ZodTypeProvider>();
  await servePages(app, path.join(settings.root, 'web', 'dist'));
  await api.register(planRoutes(plans), { prefix: '/api/plans' });
  await api.register(receiptRoutes(plans, receiptStore(db)), { prefix: '/api/plans' });
  await api.register(versionRoutes(plans, versions), { prefix: '/api/plans' });
  await api.register(footageRoutes(db, media), { prefix: '/api/footage' });
  await api.register(mediaRoutes(media, settings.mediaLimit), { prefix: '/api/media' });
  return app;
}
