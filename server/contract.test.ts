/** The API says what it takes and what it answers, and keeps to it. */
import Fastify from 'fastify';
import { serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as z from 'zod';
import { authPlugin, CREW } from './auth/plugin.ts';
import { answers } from './contract.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

let server: Awaited<ReturnType<typeof startTestServer>>;
const clients: Record<string, Client> = {};
beforeAll(async () => {
  server = await startTestServer();
  for (const name of ['odile', 'tamsin', 'corin']) clients[name] = await signIn(server.app, name);
});
afterAll(() => server?.stop());

interface OpenApi {
  openapi: string;
  paths: Record<
    string,
    Record<string, { parameters: object[]; requestBody?: object; responses: Record<string, object> }>
  >;
}

describe('the description of the API', () => {
  it('holds every route with its answer, what stands in its address, and what is sent', async () => {
    const description = (await clients.odile!.get('/api/openapi.json')).json<OpenApi>();
    expect(description.openapi).toMatch(/^3\.1/);
    for (const { method, url, isSocket } of server.app.apiRoutes) {
      if (isSocket) continue;
      const address = url.replaceAll(/:([A-Za-z]+)/g, '{$1}');
      const told = description.paths[address]?.[method.toLowerCase()];
      expect(told, `${method} ${url}`).toBeDefined();
      expect(Object.keys(told!.responses).length, url).toBeGreaterThan(0);
      expect(told!.parameters.filter((each) => (each as { in: string }).in === 'path').length, url).toBe(
        url.split(':').length - 1,
      );
      if (method === 'POST') expect(told!.requestBody, url).toBeDefined();
    }
  });

  it('is a page for people too, for the crew alone', async () => {
    const page = await clients.tamsin!.get('/api/docs');
    expect(page.headers['content-type']).toContain('text/html');
    expect(page.body).toContain('/api/units/:id/operations');
    expect((await clients.corin!.get('/api/docs')).statusCode).toBe(403);
  });
});

describe('answers', () => {
  it('are as they were agreed on, for every role', async () => {
    const unitId = await unitIdOf(clients.odile!, 'SR-07');
    for (const [name, client] of Object.entries(clients))
      for (const { method, url } of server.app.apiRoutes) {
        if (method !== 'GET' || url.includes('live') || /:(?!id\b)/.test(url)) continue;
        const asked = await client.get(
          `${url.replace(':id', unitId)}${url.includes('day.pdf') ? '?date=2026-03-11' : ''}`,
        );
        // A shape that is not kept would be a 500 here.
        expect([200, 403], `${name} ${url}: ${asked.body.slice(0, 200)}`).toContain(asked.statusCode);
      }
  });
});

describe('a route that says too little', () => {
  const appWith = async (url: string, options: object) => {
    const app = Fastify();
    app.setValidatorCompiler(validatorCompiler);
    app.setSerializerCompiler(serializerCompiler);
    await app.register(await import('@fastify/cookie').then((module) => module.default));
    await app.register(authPlugin, { auth: {} as never });
    app.get(url, options, () => null);
    await app.ready();
    return app.close();
  };
  const all = {
    config: { access: CREW },
    schema: { params: z.object({ id: z.string() }), response: answers(z.null()) },
  };

  it.each([
    ['access', '/api/x', { schema: all.schema }, /does not state its access/],
    ['answer', '/api/x', { config: all.config }, /does not state what it answers/],
    [
      'address',
      '/api/x/:id',
      { config: all.config, schema: { response: all.schema.response } },
      /stands in its address/,
    ],
  ])('without %s stops the start', async (_what, url, options, sentence) => {
    await expect(appWith(url, options)).rejects.toThrow(sentence);
  });

  it('with all of it starts', async () => {
    await expect(appWith('/api/x/:id', all)).resolves.toBeUndefined();
  });
});
