import type { RequestHandler } from 'express';

/** What of a refused body is still let through after the answer, so that the caller gets to read it. */
const MOST_AFTER_BYTES = 16_000_000;
const MOST_AFTER_MS = 5000;
const LOOK_MS = 20;

/**
 * Whoever is refused while still sending is listened to for a moment and then cut off: a caller that is cut off at once may lose
 * the answer, one that is heard to the end keeps the line busy for as long as it likes. The same for callers who want the line
 * closed after the answer, as some proxies do: Node would close it with what they still send, and they would never see why.
 */
export const cutOffUnread: RequestHandler = (request, response, next) => {
  const hasBody =
    request.headers['content-length'] !== undefined || request.headers['transfer-encoding'] !== undefined;
  const isClosedAfter = hasBody && !response.shouldKeepAlive;
  if (isClosedAfter) response.shouldKeepAlive = true;
  response.once('finish', () => {
    const { socket } = request;
    if (request.complete) {
      if (isClosedAfter) socket.end();
      return;
    }
    const { bytesRead } = socket;
    const until = performance.now() + MOST_AFTER_MS;
    // Looked at now and then: a listener of the line itself would take the line away from what reads it.
    const watch = setInterval(() => {
      if (socket.bytesRead - bytesRead > MOST_AFTER_BYTES || performance.now() > until) socket.destroy();
    }, LOOK_MS);
    const settle = () => clearInterval(watch);
    request.once('close', settle);
    socket.once('close', settle);
    request.resume();
  });
  next();
};
