/**
 * Who is asking, and may they. Every route under /api states its access; one that does not stops the start.
 * The session lives in an HttpOnly, SameSite=Strict cookie; whatever changes anything must also carry the session's
 * CSRF token in a header, which another site cannot read.
 */
import { timingSafeEqual } from 'node:crypto';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import fp from 'fastify-plugin';
import { ApiError } from '../errors.ts';
import { tokenHash } from './passwords.ts';
import type { AuthService, Role, Session } from './service.ts';

export const SESSION_COOKIE = 'ember_session';
export const CSRF_HEADER = 'x-csrf-token';

export type Access = 'open' | 'sign-in' | readonly Role[];
export const EVERYONE: readonly Role[] = ['lead', 'installer', 'owner'];
export const CREW: readonly Role[] = ['lead', 'installer'];

declare module 'fastify' {
  interface FastifyContextConfig {
    access?: Access;
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
    app.addHook('onRoute', (route) => {
      if (route.url.startsWith('/api') && route.config?.access === undefined) {
        throw new Error(`Route ${String(route.method)} ${route.url} does not state its access`);
      }
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
