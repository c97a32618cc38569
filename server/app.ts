/** The application as one Fastify instance: API, news, documents and the built interface. */
import { existsSync } from 'node:fs';
import path from 'node:path';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import serveStatic from '@fastify/static';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyError, type FastifyInstance } from 'fastify';
import type { FastifySchemaValidationError } from 'fastify/types/schema.js';
import { hasZodFastifySchemaValidationErrors, validatorCompiler } from 'fastify-type-provider-zod';
import type * as z from 'zod';
import { issueSentence } from '../core/document/index.ts';
import { peopleRoutes } from './auth/peopleRoutes.ts';
import { peopleService } from './auth/peopleService.ts';
import { authPlugin } from './auth/plugin.ts';
import { authRoutes } from './auth/routes.ts';
import { authService } from './auth/service.ts';
import { type Clock, machineClock } from './clock.ts';
import type { Database } from './database/connect.ts';
import { databaseTrouble } from './database/trouble.ts';
import { describeRoutes } from './describe.ts';
import { documentPool } from './documents/pool.ts';
import { documentRoutes } from './documents/routes.ts';
import { ApiError, type ErrorIssue } from './errors.ts';
import { type HealthParts, healthRoutes } from './health/routes.ts';
import { newsHub } from './live/hub.ts';
import { liveRoutes } from './live/routes.ts';
import { photoRoutes } from './photos/routes.ts';
import { shelfRoutes } from './shelf/routes.ts';
import { shelfService } from './shelf/service.ts';
import { shopRoutes } from './shop/routes.ts';
import { shopService } from './shop/service.ts';
import { fleetsService } from './units/fleets.ts';
import { judgeUnits } from './units/judge.ts';
import { unitLists } from './units/lists.ts';
import { unitRepository } from './units/repository.ts';
import { unitRoutes } from './units/routes.ts';
import { unitsService } from './units/service.ts';

const BODY_LIMIT_BYTES = 4 * 1024 * 1024;

export interface AppOptions {
  database: Database;
  /** Folder of the built interface; without it only the API answers. */
  webFolder?: string;
  logLevel?: string;
  /** Sign-in tries a minute from one address; tests that sign in often raise it. */
  signInTries?: number;
  clock?: Clock;
  /** Certificate and key in PEM; without them it speaks plain http. */
  tls?: { cert: string; key: string };
  /** How long judging a unit may take, ms. */
  judgeLimitMs?: number;
  lastBackup?: HealthParts['lastBackup'];
  /** Holds every answer to its shape; a disagreement is an error. In the tests: it takes time for nothing else. */
  checkAnswers?: boolean;
}

/** The validator tells an issue of Zod with its parts laid out anew; put together again, it is told in our own words. */
function sentenceOf({ keyword, instancePath, message, params }: FastifySchemaValidationError): string {
  const path = instancePath
    .split('/')
    .filter(Boolean)
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part));
  return issueSentence({ ...params, code: keyword, path, message: message ?? 'not valid' } as never);
}

/** Turns any thrown thing into the one error shape. */
function toApiError(error: FastifyError): ApiError {
  if (error instanceof ApiError) return error;
  const trouble = databaseTrouble(error);
  if (trouble) return trouble;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const issues: ErrorIssue[] = error.validation.map((each) => ({
      path: each.instancePath.replace(/^\//, '').replaceAll('/', '.'),
      message: each.message ?? 'not valid',
    }));
    const [first] = error.validation;
    return new ApiError('INVALID_INPUT', first && sentenceOf(first), issues);
  }
  if (error.statusCode === 413) return new ApiError('TOO_LARGE');
  if (error.statusCode === 429) return new ApiError('TOO_MANY_TRIES');
  if (error.statusCode !== undefined && error.statusCode >= 400 && error.statusCode < 500)
    return new ApiError('INVALID_INPUT', error.message);
  return new ApiError('UNEXPECTED');
}

export async function buildApp({
  database,
  webFolder,
  logLevel = 'warn',
  signInTries,
  clock = machineClock,
  tls,
  judgeLimitMs,
  lastBackup = () => null,
  checkAnswers = false,
}: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({
    logger: { level: logLevel, redact: ['req.headers.cookie', 'req.headers["x-csrf-token"]'] },
    bodyLimit: BODY_LIMIT_BYTES,
    // On the way out, what is in flight is answered; a connection that is only kept alive holds nobody up.
    forceCloseConnections: 'idle',
    return503OnClosing: true,
    ...(tls && { https: tls }),
  }) as unknown as FastifyInstance;
  // Whoever is answered on the way out is told not to keep the line: otherwise the end would wait for it.
  let closing = false;
  app.addHook('preClose', async () => {
    closing = true;
  });
  app.addHook('onSend', async (_request, reply) => {
    if (closing) reply.header('connection', 'close');
  });
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(({ schema, method, url }) => (data) => {
    if (checkAnswers) {
      const checked = (schema as z.ZodType).safeParse(data);
      if (!checked.success)
        throw new Error(`${method} ${url} answers otherwise than agreed: ${issueSentence(checked.error.issues[0]!)}`);
    }
    return JSON.stringify(data);
  });
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const known = toApiError(error);
    if (known.code === 'UNEXPECTED') request.log.error({ err: error }, 'unexpected error');
    const { code, message, issues, retryAfterS } = known;
    if (retryAfterS !== null) reply.header('retry-after', String(retryAfterS));
    return reply.code(known.status).send({ error: { code, message, issues } });
  });

  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // The component library writes its styles at run time.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'", 'ws:', 'wss:'],
        workerSrc: ["'self'", 'blob:'],
        frameAncestors: ["'none'"],
        upgradeInsecureRequests: null,
      },
    },
    hsts: false,
  });
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(websocket, { options: { maxPayload: 64 * 1024 } });

  const onError = (words: string) => (error: unknown) => app.log.error({ err: error }, words);
  const repository = unitRepository(database);
  const judge = judgeUnits({ repository, limitMs: judgeLimitMs, onError: onError('a unit could not be judged') });
  const pool = documentPool(onError('document worker'));
  app.addHook('onClose', () => Promise.all([judge.close(), pool.close()]));
  app.addHook('onReady', () => void judge.sweep().catch(onError('the yard could not be looked through')));

  const auth = authService(database, clock);
  const lists = unitLists(database, judge, clock);
  const fleets = fleetsService(database);
  const shelf = shelfService(database);
  const shop = shopService({ database, clock });
  const units = unitsService({ repository, fleets, clock, judge, habits: shop.habits });
  const hub = newsHub({ auth, units, shop, onError: onError('news could not be read') });
  await app.register(authPlugin, { auth });
  await app.register(healthRoutes, { database, units: repository, lastBackup, clock });
  await app.register(authRoutes, { auth, signInTries, secureCookies: tls !== undefined });
  const people = peopleService(database, clock, auth);
  await app.register(peopleRoutes, { people, signInTries, secureCookies: tls !== undefined });
  await app.register(unitRoutes, { units, lists, fleets });
  await app.register(shelfRoutes, { shelf, shop });
  await app.register(shopRoutes, { shop, lists, clock });
  await app.register(liveRoutes, { hub, units });
  await app.register(photoRoutes, { database, units, clock });
  await app.register(describeRoutes);
  await app.register(documentRoutes, { units, lists, shelf, shop, pool, clock });

  if (webFolder && existsSync(path.join(webFolder, 'index.html'))) {
    await app.register(serveStatic, {
      root: webFolder,
      index: false,
      cacheControl: false,
      // Compressed beside each file when the interface was built.
      preCompressed: true,
      // Files under assets/ carry their hash in the name; all others may be new tomorrow.
      setHeaders: (reply, file) => {
        const isHashed = path.relative(webFolder, file).startsWith('assets');
        reply.setHeader('cache-control', isHashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    });
    app.setNotFoundHandler((request, reply) => {
      const isPage = request.method === 'GET' && !request.url.startsWith('/api') && !request.url.startsWith('/assets');
      return isPage ? reply.sendFile('index.html') : reply.code(404).send(notFound());
    });
    app.get('/', (_request, reply) => reply.sendFile('index.html'));
  } else {
    app.setNotFoundHandler((_request, reply) => reply.code(404).send(notFound()));
  }
  return app;
}

function notFound() {
  const { code, message, issues } = new ApiError('NOT_FOUND');
  return { error: { code, message, issues } };
}
