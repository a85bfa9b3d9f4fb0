import type { Router } from 'express';
import { ApiError } from '../http/errors.ts';
import type { Change, LiveChannel } from '../live/channel.ts';

const HEARTBEAT_MS = 20_000;

/**
 * Server-sent events: one line per change of the member's shop: what it touched, and which page wrote it. A page that says up to
 * where it heard, by `since` or after a break by `Last-Event-ID`, is told what it missed; any other one to look at everything.
 */
export function addLiveRoute(router: Router, live: LiveChannel): void {
  router.get('/live', (request, response) => {
    const { member } = request;
    if (!member) throw new ApiError('signed-out', 'Sign in first.');
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    const send = (body: object) => response.write(`id: ${live.place()}\ndata: ${JSON.stringify(body)}\n\n`);
    const tell = (change: Change) => {
      if (change.shopId === member.shopId) send({ page: change.page, touched: change.touched });
    };
    const heard = request.get('last-event-id') ?? request.query.since;
    const missed = typeof heard === 'string' ? live.since(heard) : null;
    send(missed === null ? { resync: true } : { goesOn: true });
    missed?.forEach(tell);
    const stop = live.subscribe((change) => (change === 'resync' ? send({ resync: true }) : tell(change)));
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS);
    request.on('close', () => {
      clearInterval(heartbeat);
      stop();
    });
  });
}
