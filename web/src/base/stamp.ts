/** The device's clocks at one moment. */
export interface Stamp {
  /** Wall clock, epoch ms: what a person can set. */
  wallMs: number;
  /** Monotonic clock of the page in ms: nobody can set it, but it may stand still while the device sleeps. */
  monoMs: number;
  /** The page that the monotonic clock belongs to. */
  page: string;
}

/** Clocks of a device run this much apart without meaning anything. */
const MEANINGLESS_MS = 60_000;

/**
 * When a press happened, worked out once the server's time is known again. Both clocks tell how long ago it was; where they
 * agree that is the answer. Where they do not, either the device slept or somebody set its clock: both moments are
 * plausible, and a person has to say. The likelier one comes first: a clock that was put back is never a sleep.
 * @param pressed the clocks at the press; @param now the clocks at this moment; @param serverMs the server's time now.
 * @param saidMs the moment that the press was given at the time.
 */
export function momentOf(pressed: Stamp, now: Stamp, serverMs: number, saidMs: number): number[] {
  const byWall = serverMs - (now.wallMs - pressed.wallMs);
  const byMono = pressed.page === now.page ? serverMs - (now.monoMs - pressed.monoMs) : saidMs;
  if (Math.abs(byWall - byMono) < MEANINGLESS_MS) return [Math.min(byMono, serverMs)];
  const slept = now.wallMs - pressed.wallMs > now.monoMs - pressed.monoMs;
  return (slept ? [byWall, byMono] : [byMono, byWall]).map((ms) => Math.min(ms, serverMs));
}
