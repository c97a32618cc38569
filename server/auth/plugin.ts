/**
 * Who is asking, and may they. Every route under /api states its access; one that does not stops the start.
 * The session lives in an HttpOnly, SameSite=Strict cookie; whatever changes anything must also carry the session's
 * CSRF token in a header, which another site cannot read.
 */
import { timingSafeEqual } from 'node:crypto';
import type { FastifyInstance, FastifyRequest, FastifySchema } from 'fastify';
import fp from 'fastify-plugin';
import { ApiError } from '../errors.ts';
import { tokenHash } from './passwords.ts';
import type { AuthService, Role, Session } from './service.ts';

export const SESSION_COOKIE = 'ember_session';
export const CSRF_HEADER = 'x-csrf-token';

export type Access = 'open' | 'sign-in' | readonly Role[];
export const EVERYONE: readonly Role[] = ['lead', 'installer', 'owner'];
export const CREW: readonly Role[] = ['lead', 'installer'];
export const LEADS: readonly Role[] = ['lead'];

/** A route of the API as it was registered. */
export interface ApiRoute {
  method: string;
  url: string;
  access: Access;
  schema: FastifySchema;
  isSocket: boolean;
}

declare module 'fastify' {
  interface FastifyInstance {
    apiRoutes: ApiRoute[];
  }
  interface FastifyContextConfig {
    access?: Access;
    /** It answers over a socket that stays open. */
    socket?: true;
  }
  interface FastifyRequest {
    session: Session | null;
    /** Fingerprint of the session's token, for lines that stay open. */
    sessionHash: string | null;
  }
}

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

function sameText(left: string, right: string): boolean {
  const [a, b] = [Buffer.from(left), Buffer.from(right)];
  return a.length === b.length && timingSafeEqual(a, b);
}

/** The session of a request whose route requires one. */
export function sessionOf(request: FastifyRequest): Session {
  if (!request.session) throw new ApiError('NOT_SIGNED_IN');
  return request.session;
}

export const authPlugin = fp(
  async (app: FastifyInstance, { auth }: { auth: AuthService }) => {
    app.decorateRequest('session', null);
    app.decorateRequest('sessionHash', null);
    app.decorate('apiRoutes', []);
    app.addHook('onRoute', ({ method, url, config, schema }) => {
      if (!url.startsWith('/api')) return;
      const name = `${String(method)} ${url}`;
      if (config?.access === undefined) throw new Error(`Route ${name} does not state its access`);
      if (!config.socket && !schema?.response) throw new Error(`Route ${name} does not state what it answers`);
      if (url.includes(':') && !schema?.params)
        throw new Error(`Route ${name} does not state what stands in its address`);
      for (const each of [method].flat())
        if (each !== 'HEAD')
          app.apiRoutes.push({
            method: each,
            url,
            access: config.access,
            schema: schema ?? {},
            isSocket: config.socket === true,
          });
    });
    app.addHook('onRequest', async (request) => {
      const { access } = request.routeOptions.config;
      if (access === undefined || access === 'open') return;
      const token = request.cookies[SESSION_COOKIE];
      request.session = token ? await auth.sessionOf(token) : null;
      request.sessionHash = token && request.session ? tokenHash(token) : null;
      if (access === 'sign-in') return;
      if (!request.session) throw new ApiError('NOT_SIGNED_IN');
      if (!access.includes(request.session.person.role)) throw new ApiError('NOT_ALLOWED');
      if (!SAFE_METHODS.has(request.method)) {
        const given = request.headers[CSRF_HEADER];
        if (typeof given !== 'string' || !sameText(given, request.session.csrf)) throw new ApiError('SESSION_MISMATCH');
      }
    });
  },
  { name: 'auth', dependencies: ['@fastify/cookie'] },
);
