// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import type { Changes, JobDetail, PieceRow } from '@upholder/core/api';
import { PIECE_DEFAULTS, type Piece } from '@upholder/core/pieces';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stubFetch } from '../../test/shopFetch.ts';
import { soon } from '../../test/soon.ts';
import { store } from '../api/store.ts';
import { useTakeoff } from './useTakeoff.ts';

const JOB = '0f000000-0000-4000-8000-000000000001';
const idOf = (number: number) => `0f000000-0000-4000-8000-00000000010${number}`;
const row = (number: number, part: Partial<PieceRow> = {}): PieceRow => ({
  ...PIECE_DEFAULTS,
  id: idOf(number),
  zoneId: '0f000000-0000-4000-8000-000000000002',
  position: number,
  tag: `D${number}`,
  widthMm: 400,
  heightMm: 700,
  version: 1,
  ...part,
});

/** A server that keeps pieces, and answers each call only when it is told to. */
class Server {
  readonly pieces = new Map<string, PieceRow>();
  readonly calls: string[] = [];
  private waiting: (() => void)[] = [];
  isHeld = false;

  readonly fetch = async (request: Request): Promise<Response> => {
    const { pathname } = new URL(request.url);
    const body = (await request.json()) as Record<string, unknown>;
    this.calls.push(`${request.method} ${pathname.split('/').slice(4).join('/')}`);
    if (this.isHeld) await new Promise<void>((go) => this.waiting.push(go));
    return this.answer(request.method, pathname, body);
  };

  /** Lets go of the call that waits longest. */
  release(): Promise<void> {
    return act(async () => {
      await soon(() => expect(this.waiting.length).toBeGreaterThan(0));
      this.waiting.shift()?.();
    });
  }

  private answer(method: string, path: string, body: Record<string, unknown>): Response {
    if (path.endsWith('/delete')) {
      for (const id of body.pieceIds as string[]) this.pieces.delete(id);
      return Response.json({ done: true });
    }
    if (method === 'POST') {
      const added = (body.pieces as Piece[]).map((piece) => ({ ...piece, version: 1 }));
      for (const piece of added) this.pieces.set(piece.id, piece);
      return Response.json({ pieces: added }, { status: 201 });
    }
    const changed: PieceRow[] = [];
    for (const { piece, version } of body.changes as { piece: Piece; version: number }[]) {
      const known = this.pieces.get(piece.id);
      if (known?.version !== version)
        return Response.json(
          { error: { code: 'conflict', message: `Someone else changed ${piece.tag}.`, current: known } },
          { status: 409 },
        );
      changed.push({ ...piece, version: version + 1 });
    }
    for (const piece of changed) this.pieces.set(piece.id, piece);
    const changes: Changes = { jobs: [], shop: {}, products: [], mixes: [] };
    return Response.json({ pieces: changed, changes });
  }
}

let server: Server;
beforeEach(() => {
  server = new Server();
  stubFetch(server.fetch);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function takeoff(...rows: PieceRow[]) {
  for (const one of rows) server.pieces.set(one.id, one);
  const detail = { job: { id: JOB }, pieces: rows } as unknown as JobDetail;
  const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  const view = renderHook(() => useTakeoff(detail), { wrapper });
  return { now: () => view.result.current };
}
const kept = (number: number) => server.pieces.get(idOf(number));

describe('changing pieces', () => {
  it('keeps two fields that are changed before the first answer is here, and takes both back', async () => {
    const first = row(1);
    const { now } = takeoff(first);
    server.isHeld = true;
    let done: Promise<unknown> = Promise.resolve();
    act(() => {
      done = Promise.all([now().edit(first, { widthMm: 410 }), now().edit(first, { heightMm: 730 })]);
    });
    await server.release();
    await server.release();
    await act(async () => {
      await done;
    });
    expect(kept(1)).toMatchObject({ widthMm: 410, heightMm: 730, version: 3 });
    server.isHeld = false;
    await act(() => now().history.undo());
    expect(kept(1)).toMatchObject({ widthMm: 410, heightMm: 700 });
    await act(() => now().history.undo());
    expect(kept(1)).toMatchObject({ widthMm: 400, heightMm: 700 });
    expect(now().history.undoable).toBeNull();
    await act(() => now().history.redo());
    expect(kept(1)).toMatchObject({ widthMm: 410, heightMm: 700 });
  });

  it('takes back what was added and what was deleted, and does either again', async () => {
    const { now } = takeoff(row(1));
    await act(() => now().insert([row(2), row(3)]));
    expect(now().history.undoable).toBe('adding 2 pieces');
    await act(() => now().drop([row(1)]));
    expect([...server.pieces.keys()]).toEqual([idOf(2), idOf(3)]);
    await act(() => now().history.undo());
    await act(() => now().history.undo());
    expect([...server.pieces.keys()]).toEqual([idOf(1)]);
    await act(() => now().history.redo());
    await act(() => now().history.redo());
    expect([...server.pieces.keys()].sort()).toEqual([idOf(2), idOf(3)]);
  });

  it('adds so many at a time, tells how far it is, and takes all of them back at once', async () => {
    const { now } = takeoff();
    const many = Array.from({ length: 1001 }, (_, index) => ({
      ...row(1),
      id: `0f000000-0000-4000-8000-${String(index).padStart(12, '0')}`,
    }));
    const told: number[] = [];
    await act(() => now().insertMany(many, (done) => told.push(done)));
    expect([server.pieces.size, told]).toEqual([1001, [500, 1000, 1001]]);
    await act(() => now().history.undo());
    expect(server.pieces.size).toBe(0);
  });

  it('shows both versions where somebody else was faster, and writes only what was changed here', async () => {
    const seen = row(1);
    const { now } = takeoff(seen);
    server.pieces.set(seen.id, { ...seen, heightMm: 999, version: 2 });
    await act(async () => {
      await now().edit(seen, { widthMm: 455 });
    });
    expect(now().clash).toMatchObject({ changed: ['widthMm'], theirs: { heightMm: 999 } });
    expect(now().history.undoable).toBeNull();
    await act(() => now().settle('mine'));
    expect(kept(1)).toMatchObject({ widthMm: 455, heightMm: 999, version: 3 });
    expect(now().clash).toBeNull();
  });
});
