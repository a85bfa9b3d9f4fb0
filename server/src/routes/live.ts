import type { Router } from 'express';
import { ApiError } from '../http/errors.ts';
import type { LiveChannel } from '../live/channel.ts';

const HEARTBEAT_MS = 20_000;

/** Server-sent events: one line per change of the member's shop: what it touched, and which page wrote it. */
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
    const send = (body: object) => response.write(`data: ${JSON.stringify(body)}\n\n`);
    send({ resync: true });
    const stop = live.subscribe((change) => {
      if (change === 'resync') send({ resync: true });
      else if (change.shopId === member.shopId) send({ page: change.page, touched: change.touched });
    });
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS);
    request.on('close', () => {
      clearInterval(heartbeat);
      stop();
    });
  });
}
