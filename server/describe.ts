/** The API described from its own shapes: as OpenAPI for programs, and as a page for people. */
import type { FastifyInstance } from 'fastify';
import * as z from 'zod';
import { type ApiRoute, CREW } from './auth/plugin.ts';
import { answers, files, fileTypesOf } from './contract.ts';

const OPENAPI_VERSION = '3.1.0';

const schemaOf = (shape: unknown, io: 'input' | 'output'): object => {
  const { $schema: _, ...rest } = z.toJSONSchema(shape as z.ZodType, { io, unrepresentable: 'any', reused: 'inline' });
  return rest;
};

function contentOf(shape: unknown): object {
  const types = fileTypesOf(shape);
  if (types) return Object.fromEntries(types.map((type) => [type, { schema: { type: 'string', format: 'binary' } }]));
  return { 'application/json': { schema: schemaOf(shape, 'output') } };
}

interface Described {
  properties?: Record<string, object>;
  required?: string[];
}

const parametersOf = (shape: unknown, where: 'path' | 'query'): object[] => {
  if (!shape) return [];
  const { properties = {}, required = [] } = schemaOf(shape, 'input') as Described;
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema,
  }));
};

const accessWords = ({ access }: ApiRoute): string =>
  access === 'open' ? 'anybody' : access === 'sign-in' ? 'whoever asks who is signed in' : access.join(', ');

const isNothing = (status: string): boolean => status === '204';

function operationOf(route: ApiRoute): object {
  const { body, params, querystring, response = {} } = route.schema;
  return {
    summary: `For ${accessWords(route)}`,
    parameters: [...parametersOf(params, 'path'), ...parametersOf(querystring, 'query')],
    ...(body !== undefined && {
      requestBody: { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } },
    }),
    responses: Object.fromEntries(
      Object.entries(response as Record<string, unknown>).map(([status, shape]) => [
        status,
        {
          description: status === 'default' ? 'Refused, with the reason' : 'Done',
          ...(!isNothing(status) && { content: contentOf(shape) }),
        },
      ]),
    ),
  };
}

/** Addresses as OpenAPI writes them: `/api/units/{id}`. */
const addressOf = (url: string): string => url.replaceAll(/:([A-Za-z]+)/g, '{$1}');

export function openApiOf(routes: readonly ApiRoute[]): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const route of routes) {
    if (route.isSocket) continue;
    const address = addressOf(route.url);
    paths[address] = { ...paths[address], [route.method.toLowerCase()]: operationOf(route) };
  }
  return {
    openapi: OPENAPI_VERSION,
    info: {
      title: 'West Ember',
      version: '1',
      description:
        "Sign in with POST /api/session; the cookie says who asks. Whatever changes anything carries the session's csrf in the header x-csrf-token.",
    },
    paths,
  };
}

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

const STYLE = `body{font:15px/1.5 Barlow,sans-serif;max-width:960px;margin:32px auto;padding:0 20px;background:#f4f1ec;color:#1c1917}
h1{font-size:26px}summary{cursor:pointer;padding:8px 0;border-top:1px solid #dcd5cb}code,pre{font:13px/1.5 'IBM Plex Mono',monospace}
pre{background:#fff;border:1px solid #dcd5cb;padding:12px;overflow:auto}b{display:inline-block;min-width:64px}small{color:#6b645c}`;

/** One entry a route: method, address, who may ask; opened, its shapes. */
function pageOf(routes: readonly ApiRoute[]): string {
  const entries = routes.map((route) => {
    const told = route.isSocket ? { socket: 'news of what is watched' } : operationOf(route);
    return `<details><summary><b>${route.method}</b> <code>${escaped(route.url)}</code> <small>${escaped(accessWords(route))}</small></summary><pre>${escaped(JSON.stringify(told, null, 2))}</pre></details>`;
  });
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>West Ember, API</title><style>${STYLE}</style></head><body><h1>West Ember, API</h1><p>Also for programs: <a href="/api/openapi.json">/api/openapi.json</a></p>${entries.join('')}</body></html>`;
}

export async function describeRoutes(app: FastifyInstance) {
  const access = { config: { access: CREW } };
  let description: object | null = null;
  let page: string | null = null;
  // Put together when it is first asked for: by then every route is there.
  app.get('/api/openapi.json', { ...access, schema: { response: answers(z.looseObject({})) } }, async () => {
    description ??= openApiOf(app.apiRoutes);
    return description;
  });
  app.get('/api/docs', { ...access, schema: { response: files('text/html') } }, async (_request, reply) => {
    page ??= pageOf(app.apiRoutes);
    return reply.type('text/html; charset=utf-8').send(page);
  });
}
