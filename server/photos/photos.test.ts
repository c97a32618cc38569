import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { uuidv7 } from '../ids.ts';
import { signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

/** A sideways picture that says where it was taken. */
const withPlace = () =>
  sharp({ create: { width: 400, height: 200, channels: 3, background: '#884422' } })
    .jpeg()
    .withExif({ IFD0: { Make: 'Testcam' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .toBuffer();

async function put(username: string, body: Buffer, type = 'image/jpeg') {
  const answer = await server.app.inject({
    method: 'POST',
    url: '/api/session',
    payload: { username, password: 'causeway' },
  });
  const { csrf } = answer.json<{ csrf: string }>();
  const cookie = String(answer.headers['set-cookie']).split(';')[0]!;
  const client = await signIn(server.app, username);
  const unitId = await unitIdOf(client, 'SR-05');
  const url = `/api/units/${unitId}/photos/${uuidv7()}`;
  const headers = { cookie, 'x-csrf-token': csrf, 'content-type': type };
  return { response: await server.app.inject({ method: 'PUT', url, headers, payload: body }), client, url };
}

describe('pictures', () => {
  it('are kept upright and without the place they were taken at', async () => {
    const given = await withPlace();
    expect((await sharp(given).metadata()).exif).toBeDefined();
    const { response, client, url } = await put('ife', given);
    expect(response.statusCode).toBe(201);
    expect(response.json()).toMatchObject({ width: 200, height: 400 });
    const kept = await client.get(url);
    expect(kept.headers['content-type']).toBe('image/jpeg');
    const metadata = await sharp(kept.rawPayload).metadata();
    expect(metadata).toMatchObject({ width: 200, height: 400 });
    expect(metadata.exif).toBeUndefined();
    expect(kept.rawPayload.includes(Buffer.from('Testcam'))).toBe(false);
  });

  it('are refused when they are none, when an owner sends them, and when they are too large', async () => {
    const { response } = await put('ife', Buffer.from('this is no picture at all'));
    expect(response.json()).toMatchObject({ error: { code: 'NOT_A_PICTURE' } });
    const svg = await put('ife', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'));
    expect(svg.response.json()).toMatchObject({ error: { code: 'NOT_A_PICTURE' } });
    expect((await put('corin', await withPlace())).response.statusCode).toBe(403);
    expect((await put('ife', Buffer.alloc(16 * 1024 * 1024))).response.statusCode).toBe(413);
  });
});
