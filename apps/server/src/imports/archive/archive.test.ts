import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { createHash, randomUUID } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { promisify } from 'node:util';
import { type Entry, type ZipFile, fromBuffer } from 'yauzl';
import { filesOf } from '../../testing/files.ts';
import { type TestServer, startServer } from '../../testing/server.ts';
import { INSIDE, draft, openShop, signedCheck } from '../../testing/shop.ts';
import { zipOf } from './zip.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

/** The files of a zip by name, read by another library than the one that wrote it. */
async function filesIn(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await promisify<Buffer, { lazyEntries: true }, ZipFile>(fromBuffer)(bytes, { lazyEntries: true });
  const files = new Map<string, Buffer>();
  return new Promise((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', () => resolve(files));
    zip.on('entry', (entry: Entry) =>
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(error);
        void buffer(stream).then((content) => {
          files.set(entry.fileName, content);
          zip.readEntry();
        }, reject);
      }),
    );
    zip.readEntry();
  });
}

it('an archive holds the shop in the columns of the imports, photos as files, and a manifest with their hashes', async () => {
  const shop = await openShop(server);
  const unitId = await shop.unit('AR-1', await shop.family({ code: 'Archive 1' }));
  const reading = { id: randomUUID(), hours: 12.5, readAt: '2026-05-30T08:00:00Z' };
  await server.http.post('/api/units/AR-1/readings').send(reading).expect(200);
  await signedCheck(server, 'AR-1', draft({ found: INSIDE }, { found: INSIDE }));
  const photo = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.alloc(1000, 7)]);
  const photoId = randomUUID();
  await server.http
    .post('/api/attachments')
    .query({ id: photoId, name: 'plate.jpg', unitId })
    .type('application/octet-stream')
    .send(photo)
    .expect(200);

  const owner = await server.as('owner');
  const { body } = await owner.get('/api/exports/shop.zip').responseType('blob').expect(200);
  const files = await filesIn(body as Buffer);
  const manifest = JSON.parse(files.get('manifest.json')?.toString() ?? '') as {
    at: string;
    files: { name: string; bytes: number; sha256: string }[];
  };
  expect(manifest.at).toBe('2026-06-01T08:00:00.000Z');
  expect(manifest.files.map(({ name }) => name)).toEqual([...files.keys()].filter((name) => name !== 'manifest.json'));
  for (const { name, bytes, sha256 } of manifest.files) {
    const content = files.get(name) ?? Buffer.alloc(0);
    expect([name, content.length, createHash('sha256').update(content).digest('hex')]).toEqual([name, bytes, sha256]);
  }
  expect(files.get(`photos/${photoId}.jpg`)).toEqual(photo);
  expect(files.get('photos.csv')?.toString()).toContain(`photos/${photoId}.jpg,unit AR-1,plate.jpg,`);
  expect(files.get('readings.csv')?.toString()).toContain('AR-1,2026-05-30T08:00:00.000Z,12.5,');
  // Importing each table into the same shop changes nothing.
  for (const things of ['families', 'blade-sets', 'units', 'checks']) {
    const { preview } = filesOf(things, () => server);
    expect(await preview(files.get(`${things}.csv`) ?? '')).toMatchObject({ add: 0, change: 0, refuse: 0 });
  }
  const all = Buffer.concat([...files.values()]).toString('latin1');
  for (const secret of ['passphrase', 'pin_hash', 'token', 'scrypt']) expect(all).not.toContain(secret);
});

it('a file that cannot be read ends the archive with an error, and many files leave no listener behind', async () => {
  async function* files(fails: boolean) {
    await Promise.resolve();
    for (let place = 0; place < 40; place += 1)
      yield {
        name: `${place}.txt`,
        content: async function* () {
          await Promise.resolve();
          if (fails && place === 30) throw new Error('the disk is gone');
          yield `text ${place}`;
        },
      };
  }
  const whole = zipOf(files(false), { at: 'now' });
  expect((await filesIn(await buffer(whole))).size).toBe(41);
  expect(whole.listenerCount('close')).toBeLessThan(5);
  await expect(buffer(zipOf(files(true), {}))).rejects.toThrow('the disk is gone');
});
