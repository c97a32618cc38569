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

  it('the same again is answered as before; another picture under the same id is refused', async () => {
    const picture = await withPlace();
    const { response, client, url } = await put('ife', picture);
    expect((await client.put(url, picture, 'image/jpeg')).json()).toEqual(response.json());
    const other = await sharp(picture).negate().jpeg().toBuffer();
    expect((await client.put(url, other, 'image/jpeg')).json()).toMatchObject({ error: { code: 'PHOTO_DIFFERS' } });
    const elsewhere = url.replace(/units\/[^/]+/, `units/${await unitIdOf(client, 'SR-07')}`);
    expect((await client.put(elsewhere, picture, 'image/jpeg')).json()).toMatchObject({
      error: { code: 'PHOTO_DIFFERS' },
    });
    const twice = url.replace(/[^/]+$/, uuidv7());
    const answers = await Promise.all([1, 2, 3].map(() => client.put(twice, picture, 'image/jpeg')));
    expect(answers.map((answer) => answer.statusCode)).toEqual([201, 201, 201]);
  });

  it('a unit keeps so many and no more; more pixels than a camera has are refused before they are drawn', async () => {
    const { client, url } = await put('ife', await withPlace());
    const { photos } = server.database.tables;
    await photos.update({ sizeBytes: 500 * 1024 * 1024 }, { where: { id: url.split('/').at(-1)! } });
    const next = url.replace(/[^/]+$/, uuidv7());
    expect((await client.put(next, await withPlace(), 'image/jpeg')).json()).toMatchObject({
      error: { code: 'PHOTO_QUOTA' },
    });
    await photos.update({ sizeBytes: 1000 }, { where: { id: url.split('/').at(-1)! } });
    const wide = await sharp({ create: { width: 9000, height: 7000, channels: 3, background: '#000' } })
      .png()
      .toBuffer();
    expect((await client.put(next, wide, 'image/png')).json()).toMatchObject({ error: { code: 'NOT_A_PICTURE' } });
    expect((await client.put(next, await withPlace(), 'image/jpeg')).statusCode).toBe(201);
  });
});
