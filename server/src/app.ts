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
import { makeFolder } from './data-folder/make-folder.ts';
import { ownFolder, type Owner } from './data-folder/owner.ts';
import { openDatabase } from './database/open.ts';
import { loadDemo } from './demo.ts';
import { answerError, errorBody } from './errors.ts';
import { takeJson } from './guard/json-depth.ts';
import { guardKey, keyOf } from './guard/key.ts';
import { isLoopback } from './guard/loopback.ts';
import { guardOrigin } from './guard/same-origin.ts';
import { footageRoutes } from './footage/footage-routes.ts';
import { mediaRoutes } from './media/media-routes.ts';
import { mediaStore } from './media/media-store.ts';
import { planRoutes } from './plans/plan-routes.ts';
import { planStore } from './plans/plan-store.ts';
import { receiptRoutes } from './plans/receipt-routes.ts';
import { receiptStore } from './plans/receipt-store.ts';
import { versionRoutes } from './plans/version-routes.ts';
import { versionStore } from './plans/version-store.ts';
import type { Kysely } from 'kysely';
import { diskError } from './data-folder/disk-errors.ts';
import type { Tables } from './database/schema.ts';
import { keepSweeping } from './storage/keep-sweeping.ts';
import { storageRoutes } from './storage/storage-routes.ts';
import type { Settings } from './settings.ts';

/** A plan of many hours is a few megabytes of JSON. */
const PLAN_LIMIT = 64_000_000;
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

/** Milliseconds after which slow callers are cut off. */
export interface Patience {
  /** For the head of a call. */
  readonly head: number;
  /** Without a byte on a connection. */
  readonly idle: number;
  /** For the whole of a call: the largest file over a slow network. */
  readonly whole: number;
}
const USUAL_PATIENCE: Patience = { head: 15_000, idle: 60_000, whole: 30 * 60_000 };

/** The Fastify server with what guards it, without its routes. */
async function guardedApp(
  settings: Settings,
  { log = false, patience = USUAL_PATIENCE }: AppOptions,
): Promise<FastifyInstance> {
  const { head, idle, whole } = patience;
  const app = fastify({
    logger: log ? { level: 'warn' } : false,
    bodyLimit: PLAN_LIMIT,
    connectionTimeout: idle,
    requestTimeout: whole,
    // Node looks after heads and calls that take too long this often.
    http: { headersTimeout: head, connectionsCheckingInterval: Math.min(head / 2, 5000) },
    // What is still open when the server ends is cut off.
    forceCloseConnections: true,
  });
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  app.setErrorHandler(answerError);
  takeJson(app);
  const local = isLoopback(settings.host);
  guardOrigin(app, local);
  if (!local) await guardKey(app, keyOf(settings.data));
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
  return app;
}

interface AppOptions {
  readonly log?: boolean;
  readonly patience?: Patience;
}

/**
 * Builds the whole server on its data folder: database, media, demo, routes, pages. Closing it
 * closes the database and lets the folder go. Throws what is wrong with the folder or its database
 * and the mend.
 */
export async function buildApp(
  settings: Settings,
  options: AppOptions = {},
): Promise<FastifyInstance> {
  makeFolder(settings.data);
  const owner = ownFolder(settings.data);
  let db: Kysely<Tables> | null = null;
  try {
    db = await openDatabase(settings.data);
    const app = await appOn({ db, owner }, settings, options);
    app.addHook('onListen', async () => owner.isAt(app.listeningOrigin));
    return app;
  } catch (error) {
    await db?.destroy();
    owner.release();
    throw diskError(error, `The data folder ${settings.data}`) ?? error;
  }
}

async function appOn(
  { db, owner }: { readonly db: Kysely<Tables>; readonly owner: Owner },
  settings: Settings,
  options: AppOptions,
): Promise<FastifyInstance> {
  const versions = versionStore(db);
  const plans = planStore(db, versions);
  const media = await mediaStore(db, settings.data, settings.mediaLimit);
  await loadDemo(db, media, path.join(settings.root, 'demo', 'output'));
  const app = await guardedApp(settings, options);
  const stopSweeping = keepSweeping(app, db, media);
  // One after the other: nobody else may have the folder before its database is closed.
  app.addHook('onClose', async () => {
    await stopSweeping();
    await db.destroy();
    owner.release();
  });
  await describeApi(app);
  app.get('/api/alive', { schema: { hide: true } }, (_request, reply) => reply.status(204).send());
  const api = app.withTypeProvider<ZodTypeProvider>();
  await servePages(app, path.join(settings.root, 'web', 'dist'));
  await api.register(planRoutes(plans), { prefix: '/api/plans' });
  await api.register(receiptRoutes(plans, receiptStore(db)), { prefix: '/api/plans' });
  await api.register(versionRoutes(plans, versions), { prefix: '/api/plans' });
  await api.register(footageRoutes(db, media), { prefix: '/api/footage' });
  await api.register(mediaRoutes(media, settings.mediaLimit), { prefix: '/api/media' });
  await api.register(storageRoutes(db, media, settings.data), { prefix: '/api/storage' });
  return app;
}
