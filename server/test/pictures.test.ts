import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobDetail } from '@upholder/core/api';
import type { Photo } from '@upholder/core/jobs';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { withConnection } from '../src/db/connection.ts';
import { hashOf, picturesIn } from '../src/photos/pictureStore.ts';
import { sweepPictures } from '../src/photos/sweeping.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

let folder: string;
let url: string;
let server: Running;
let ines: Caller;
let shopId: string;
let detail: JobDetail;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'upholder-pictures-test-'));
  url = await freshDatabase();
  server = await startTestServer(url, { pictureFolder: folder });
  const shop = await addShop(url, 'Pictured');
  ({ shopId } = shop);
  ines = await new Caller(server.address).enterAs(shop.signIn);
  detail = await makeJob(ines);
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

/** A picture as a telephone takes it: lying on its side, with who took it and where. */
function taken(width = 640, height = 480): Promise<Buffer> {
  return sharp({ create: { width, height, channels: 3, background: '#7a4a2a' } })
    .jpeg()
    .withExif({
      IFD0: { Artist: 'Ines of the boat yard', Orientation: '6' },
      IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLongitude: '0/1 7/1 0/1' },
    })
    .withMetadata({ orientation: 6 })
    .toBuffer();
}

async function send(content: Buffer, id = uuid()): Promise<Response> {
  const query = new URLSearchParams({ id, zoneId: detail.zones[0]?.id ?? '', topic: 'finish' });
  return ines.raw('POST', `/jobs/${detail.job.id}/photos?${query}`, content, 'image/jpeg');
}
async function kept(content: Buffer): Promise<Photo> {
  const answer = await send(content);
  expect(answer.status).toBe(201);
  return (await answer.json()) as Photo;
}
async function shown(id: string, size = ''): Promise<{ answer: Response; content: Buffer }> {
  const answer = await ines.call('GET', `/photos/${id}${size}`);
  return { answer, content: Buffer.from(await answer.arrayBuffer()) };
}
const stored = () =>
  readdirSync(join(folder, shopId), { recursive: true, withFileTypes: true }).filter((entry) =>
    entry.isFile(),
  );

describe('a picture', () => {
  it('is turned upright and loses where, when and by whom it was taken', async () => {
    const sent = await taken();
    expect((await sharp(sent).metadata()).exif?.toString('latin1')).toContain('Ines of the boat yard');
    const photo = await kept(sent);
    expect(photo).toMatchObject({ type: 'image/jpeg', widthPx: 480, heightPx: 640 });
    const { answer, content } = await shown(photo.id);
    const { width, height, exif, xmp, iptc, orientation } = await sharp(content).metadata();
    expect({ width, height, exif, xmp, iptc, orientation }).toEqual({ width: 480, height: 640 });
    expect(content.toString('latin1')).not.toMatch(/Ines|GPS|Exif/);
    expect(answer.headers.get('cache-control')).toMatch(/^private, .*immutable/);
    // The colour that somebody samples is the one that was taken.
    const [red, green, blue] = await sharp(content).raw().toBuffer();
    for (const [at, want] of [
      [red, 0x7a],
      [green, 0x4a],
      [blue, 0x2a],
    ])
      expect(Math.abs((at ?? 0) - (want ?? 0))).toBeLessThan(4);
  });

  it('has a small one beside it, which weighs less and is not larger than its place', async () => {
    const photo = await kept(await taken(1600, 1200));
    const { answer, content } = await shown(photo.id, '?size=small');
    const { width = 0, height = 0, format } = await sharp(content).metadata();
    expect([format, answer.headers.get('content-type')]).toEqual(['webp', 'image/webp']);
    expect(Math.max(width, height)).toBe(240);
  });

  it('sent again is the same one; another under its id is refused', async () => {
    const id = uuid();
    const first = await taken(300, 200);
    expect((await send(first, id)).status).toBe(201);
    expect((await send(first, id)).status).toBe(201);
    expect((await send(await taken(200, 300), id)).status).toBe(409);
  });

  it('with too many pixels is refused before any of them is decoded', async () => {
    const wide = await sharp({ create: { width: 9000, height: 7000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    const answer = await send(wide);
    expect(answer.status).toBe(413);
    expect(await answer.text()).toContain('The picture has 63 million pixels; at most 50 million');
  });

  it('that is cut short, empty or something else is refused', async () => {
    const whole = await taken();
    const forged = Buffer.from(whole);
    forged.fill(0x41, 3);
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
    for (const [what, content] of Object.entries({
      cut: whole.subarray(0, whole.length / 2),
      empty: Buffer.alloc(0),
      forged,
      svg,
    }))
      expect({ what, status: (await send(content)).status }).toEqual({ what, status: 422 });
  });

  it('that lies in the database of an earlier version is moved and cleaned when the server starts', async () => {
    const id = uuid();
    const sent = await taken(320, 240);
    await withConnection(url, (client) =>
      client.query(
        `insert into photo (id, shop_id, job_id, zone_id, topic, type, width_px, height_px, content, taken_at)
         values ($1, $2, $3, $4, 'finish', 'image/jpeg', 320, 240, $5, now())`,
        [id, shopId, detail.job.id, detail.zones[0]?.id, sent],
      ),
    );
    const again = await startTestServer(url, { pictureFolder: folder });
    await again.stop();
    const { content } = await shown(id);
    expect(content.toString('latin1')).not.toContain('Ines');
    const [photo] = (await ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`)).photos.filter(
      (one) => one.id === id,
    );
    expect(photo).toMatchObject({ widthPx: 240, heightPx: 320 });
    const { rows } = await withConnection(url, (client) =>
      client.query('select count(*)::int as left from photo where content is not null'),
    );
    expect(rows).toEqual([{ left: 0 }]);
  });

  it('that is missing or damaged on the disk is not there, and takes nothing else away', async () => {
    const [lost, other] = [await kept(await taken(50, 60)), await kept(await taken(70, 80))];
    const { content } = await shown(lost.id);
    const file = stored().find(({ name }) => name === hashOf(content));
    writeFileSync(join(file?.parentPath ?? '', file?.name ?? ''), 'rotten');
    expect((await shown(lost.id)).answer.status).toBe(404);
    expect((await shown(other.id)).answer.status).toBe(200);
    expect((await ines.call('GET', `/jobs/${detail.job.id}`)).status).toBe(200);
  });
});

describe('what no picture names', () => {
  const DAY = 86_400_000;
  const now = new Date();
  const sweep = (at: Date) => withConnection(url, (client) => sweepPictures(client, picturesIn(folder), at));
  const agedBy = (days: number) => {
    for (const { parentPath, name } of stored()) {
      const at = new Date(now.getTime() - days * DAY);
      utimesSync(join(parentPath, name), at, at);
    }
  };

  it('is set aside after a day, comes back when it is named, and is let go in the end', async () => {
    const photo = await kept(await taken(90, 100));
    const { content } = await shown(photo.id);
    const hash = hashOf(content);
    const store = picturesIn(folder);
    agedBy(2);
    // What is named stays, however old it is.
    expect(await sweep(now)).toBeGreaterThanOrEqual(0);
    expect((await shown(photo.id)).answer.status).toBe(200);
    await ines.ok('DELETE', `/photos/${photo.id}`);
    await store.put(shopId, Buffer.from('just put'));
    const names = () => stored().map(({ parentPath, name }) => `${parentPath.split('/').at(-1)}/${name}`);
    expect(await sweep(now)).toBe(2);
    expect(names()).toContain(`aside/${hash}`);
    expect(names().some((name) => name.endsWith(hashOf(Buffer.from('just put'))))).toBe(true);
    // A database of before that is put back names it again.
    expect(await store.get(shopId, hash)).toEqual(content);
    expect(names()).toContain(`${hash.slice(0, 2)}/${hash}`);
    agedBy(61);
    await sweep(new Date(now.getTime()));
    agedBy(61);
    await sweep(now);
    expect(names().some((name) => name.endsWith(hash))).toBe(false);
    expect(readFileSync(join(folder, shopId, names()[0] ?? '')).length).toBeGreaterThan(0);
  });
});
