import {
  type Deposit,
  FilmLayer,
  type FilmLimits,
  type GunSample,
  handFaults,
  type KeptLayer,
  type SeenFault,
  type SprayCase,
  type Surface,
} from '@upholder/core/film';
import { type PointerEvent, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { paintFilm, placeOn } from './FilmMap.tsx';
import { type Hold, heldAt, useFingers } from './hold.ts';

interface Practice {
  deposit: Deposit | null;
  path: readonly GunSample[];
  faults: readonly SeenFault[];
  /** It was recorded elsewhere, by whomever. */
  isReplay: boolean;
  isSpraying: boolean;
  /** How fast the hand is at the moment, while it sprays; null otherwise. */
  speedCmS: number | null;
  /** Where the gun looks, in mm on the piece; null while no pointer is over it. */
  at: { x: number; y: number } | null;
  clear(): void;
  /** Lays a whole recorded way at once, on a clean piece. */
  replay(path: readonly GunSample[]): void;
  /** Shows the piece as it was after so many samples of the way. */
  scrub(count: number): void;
  handlers: {
    onPointerDown(event: PointerEvent<HTMLElement>): void;
    onPointerMove(event: PointerEvent<HTMLElement>): void;
    onPointerUp(event: PointerEvent<HTMLElement>): void;
    onPointerCancel(event: PointerEvent<HTMLElement>): void;
    onPointerLeave(event: PointerEvent<HTMLElement>): void;
  };
}

/** What of a pointer says where and when. */
type Touch = Pick<globalThis.PointerEvent, 'clientX' | 'clientY' | 'timeStamp' | 'target'>;

/** Everywhere that a pointer was since the event before: more often than a frame comes. */
function coalesced({ nativeEvent }: PointerEvent<HTMLElement>): readonly Touch[] {
  const all = nativeEvent.getCoalescedEvents?.() ?? [];
  return all.length > 0 ? all : [nativeEvent];
}

/** The film is kept every so many samples, so that going back in a long run need not lay all of it again; so often at most. */
const MARK_EVERY = 400;
const MOST_MARKS = 40;
interface FilmMark {
  /** Samples that are in it. */
  count: number;
  kept: KeptLayer;
}

/** The hand's speed is that of the last moments, in seconds. */
const SPEED_OVER_S = 0.2;

/** How fast a hand is now, in cm/s; null where it has just begun. */
export function speedNow(path: readonly GunSample[]): number | null {
  const last = path.at(-1);
  const first = path.findLast(({ t }) => last !== undefined && last.t - t >= SPEED_OVER_S);
  if (!last || !first || last.t <= first.t) return null;
  return Math.hypot(last.x - first.x, last.y - first.y) / 10 / (last.t - first.t);
}

/** What was sprayed, and on what. */
interface Sprayed {
  deposit: Deposit | null;
  path: readonly GunSample[];
  isReplay: boolean;
  on: Surface | null;
}
const NOTHING: Sprayed = { deposit: null, path: [], isReplay: false, on: null };

/**
 * Spraying by hand: the pointer is where the gun looks, pressed is trigger open. Film is laid and painted as it comes, once a frame; score and
 * faults follow when the trigger closes.
 */
export function usePractice(
  surface: Surface,
  one: SprayCase,
  limits: FilmLimits,
  { hold, onHold }: { hold: Hold; onHold(next: Hold): void },
  canvas: RefObject<HTMLCanvasElement | null>,
): Practice {
  const layer = useRef<FilmLayer | null>(null);
  const path = useRef<GunSample[]>([]);
  const painted = useRef(0);
  const marks = useRef<FilmMark[]>([]);
  const frame = useRef(0);
  const fingers = useFingers(hold, onHold);
  const [state, setState] = useState<Sprayed>({ ...NOTHING, on: surface });
  const [isSpraying, setSpraying] = useState(false);
  const sprayer = useRef<number | null>(null);
  const place = useRef<{ x: number; y: number } | null>(null);
  const [speed, setSpeed] = useState<number | null>(null);
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  const { flowMlMin, transfer, fanMm } = one.setting;
  const { b, referenceMm } = one;
  /** Takes the film back to what it was at a kept moment; to nothing where there is none. */
  const backTo = useCallback(
    (mark: FilmMark | null) => {
      const spray = { flowMlMin, transfer, shape: { referenceMm, b, bAlong: 2 } };
      layer.current = new FilmLayer(surface, spray, mark?.kept);
      painted.current = mark?.count ?? 0;
    },
    [surface, flowMlMin, transfer, b, referenceMm],
  );
  const wipe = useCallback(() => {
    marks.current = [];
    backTo(null);
  }, [backTo]);
  const clear = useCallback(() => {
    wipe();
    path.current = [];
    setState({ ...NOTHING, on: surface });
  }, [wipe, surface]);
  useEffect(() => clear(), [clear]);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);

  const scrub = (count: number) => {
    // After going back everything is painted again, and so is a fresh film.
    const isBack = count < painted.current || painted.current === 0;
    if (count < painted.current) backTo(marks.current.findLast((mark) => mark.count <= count) ?? null);
    const film = layer.current;
    if (!film) return;
    for (let index = Math.max(1, painted.current); index < count; index += 1) {
      film.move(path.current[index - 1] as GunSample, path.current[index] as GunSample);
      const isNew = (marks.current.at(-1)?.count ?? 0) + MARK_EVERY <= index;
      if (isNew && marks.current.length < MOST_MARKS)
        marks.current.push({ count: index + 1, kept: film.kept() });
    }
    painted.current = count;
    const box = film.touched();
    if (canvas.current && (box || isBack))
      paintFilm(canvas.current, surface, film.filmUm, limits, isBack ? undefined : (box ?? undefined));
  };
  const paint = () => {
    frame.current = 0;
    if (place.current) setAt(place.current);
    setSpeed(speedNow(path.current));
    scrub(path.current.length);
  };
  // The gun may look beside the piece: what counts is the piece, not what the pointer is over.
  const placeOf = (event: Touch) => placeOn(canvas.current ?? (event.target as Element), surface, event);
  const sample = (event: Touch, flow: number): GunSample =>
    heldAt(placeOf(event), hold, { t: event.timeStamp / 1000, fanMm, flow });
  const add = (event: Touch, flow: number) => {
    path.current.push(sample(event, flow));
    frame.current ||= requestAnimationFrame(paint);
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    // A second finger that goes closes no trigger.
    if (!isSpraying || event.pointerId !== sprayer.current) return;
    sprayer.current = null;
    add(event, 1);
    path.current.push({ ...(path.current.at(-1) as GunSample), flow: 0 });
    cancelAnimationFrame(frame.current);
    paint();
    setSpraying(false);
    const deposit = layer.current?.deposit();
    if (deposit)
      setState({
        deposit: { ...deposit, filmUm: deposit.filmUm.slice() },
        path: [...path.current],
        isReplay: false,
        on: surface,
      });
  };
  const replay = (recorded: readonly GunSample[]) => {
    clear();
    const film = layer.current;
    if (!film) return;
    path.current = [...recorded];
    painted.current = 0;
    paint();
    const deposit = film.deposit();
    setState({
      deposit: { ...deposit, filmUm: deposit.filmUm.slice() },
      path: [...recorded],
      isReplay: true,
      on: surface,
    });
  };
  // For a moment after another piece was chosen it is still that of the piece before.
  const { deposit: sprayed, path: way, isReplay } = state.on === surface ? state : NOTHING;
  const { speedCmS: wantedCmS } = one.setting;
  const faults = useMemo(
    () =>
      handFaults(way, {
        widthMm: surface.widthMm,
        heightMm: surface.heightMm,
        distanceMm: referenceMm,
        speedCmS: wantedCmS,
      }),
    [way, surface, referenceMm, wantedCmS],
  );
  return {
    deposit: sprayed,
    path: way,
    isReplay,
    replay,
    scrub,
    faults,
    isSpraying,
    speedCmS: isSpraying ? speed : null,
    at,
    clear,
    handlers: {
      onPointerDown(event) {
        if (event.button !== 0 || fingers.isSecond(event, isSpraying)) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        sprayer.current = event.pointerId;
        setSpraying(true);
        // Where an earlier moment is looked at, the rest comes back before anything is added.
        if (painted.current < path.current.length) paint();
        path.current.push({ ...sample(event, 1), flow: 0 });
        add(event, 1);
      },
      onPointerMove(event) {
        if (fingers.turns(event) || (isSpraying && event.pointerId !== sprayer.current)) return;
        place.current = placeOf(event);
        if (isSpraying) for (const one of coalesced(event)) add(one, 1);
        frame.current ||= requestAnimationFrame(paint);
      },
      onPointerUp: (event) => fingers.lifts(event) || end(event),
      onPointerCancel: (event) => fingers.lifts(event) || end(event),
      onPointerLeave(event) {
        if (fingers.lifts(event)) return;
        place.current = null;
        if (!isSpraying) setAt(null);
        else end(event);
      },
    },
  };
}
