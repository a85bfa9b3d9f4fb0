import type { Router } from 'express';
import type { App } from '../context/app.ts';
import { assertMay } from '../http/route.ts';
import type { Change } from '../live/channel.ts';
import { findSession } from '../session/store.ts';

const HEARTBEAT_MS = 20_000;

/**
 * Server-sent events: one line per change of the member's shop: what it touched, and which page wrote it. A page that says up to
 * where it heard, by `since` or after a break by `Last-Event-ID`, is told what it missed; any other one to look at everything. The stream ends with its session.
 */
export function addLiveRoute(router: Router, { live, db, clock, config }: App): void {
  router.get('/live', (request, response) => {
    const member = assertMay(request, 'live');
    if (!member) return;
    const { sessionId, sessionToken = '' } = request;
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    const send = (body: object) => response.write(`id: ${live.place()}\ndata: ${JSON.stringify(body)}\n\n`);
    let stop: () => void = () => undefined;
    /** Nothing is written to a stream once it has ended. */
    const finish = () => {
      stop();
      response.end();
    };
    const tell = (change: Change) => {
      if (change.endedSession !== undefined) {
        if (change.endedSession === sessionId) finish();
      } else if (change.shopId === member.shopId) send({ page: change.page, touched: change.touched });
    };
    const heard = request.get('last-event-id') ?? request.query.since;
    const missed = typeof heard === 'string' ? live.since(heard) : null;
    send(missed === null ? { resync: true } : { goesOn: true });
    missed?.forEach(tell);
    const unsubscribe = live.subscribe((change) => {
      if (change === 'resync') send({ resync: true });
      else if (change === 'end') finish();
      else tell(change);
    });
    const heartbeat = setInterval(() => {
      response.write(': still here\n\n');
      // One that ran out, or that ended while this process did not hear of it.
      findSession(db, sessionToken, clock.now(), config.sessions, false).then(
        (session) => session ?? finish(),
        () => undefined,
      );
    }, HEARTBEAT_MS);
    stop = () => {
      unsubscribe();
      clearInterval(heartbeat);
    };
    request.on('close', stop);
  });
}
