import {
  type Deposit,
  FilmLayer,
  type FilmLimits,
  type GunSample,
  handFaults,
  type SeenFault,
  type SprayCase,
  type Surface,
} from '@upholder/core/film';
import { type PointerEvent, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { paintFilm } from './FilmMap.tsx';

/** How a gun is held: what pointer and keys do not say by themselves. */
export interface Hold {
  distanceMm: number;
  yawDeg: number;
  pitchDeg: number;
  /** The fan stands upright, for strokes from side to side, or lies level. */
  isUpright: boolean;
}

interface Practice {
  deposit: Deposit | null;
  path: readonly GunSample[];
  faults: readonly SeenFault[];
  /** It was recorded elsewhere, by whomever. */
  isReplay: boolean;
  isSpraying: boolean;
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

/** A gun that is held so and looks at a place. */
function heldAt(
  { x, y }: { x: number; y: number },
  { distanceMm, yawDeg, pitchDeg, isUpright }: Hold,
  rest: Pick<GunSample, 't' | 'fanMm' | 'flow'>,
): GunSample {
  const [yaw, pitch] = [(yawDeg * Math.PI) / 180, (pitchDeg * Math.PI) / 180];
  return {
    ...rest,
    x: x - distanceMm * Math.sin(yaw) * Math.cos(pitch),
    y: y - distanceMm * Math.sin(pitch),
    z: distanceMm * Math.cos(yaw) * Math.cos(pitch),
    yawDeg,
    pitchDeg,
    fanDeg: isUpright ? 90 : 0,
  };
}

/** A second finger that moves so many px moves the gun by a millimetre, or turns it by a degree. */
const MM_PER_PX = 1;
const DEG_PER_PX = 0.25;
const NEAREST_MM = 80;
const FARTHEST_MM = 500;
const MOST_TURN_DEG = 70;

const between = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** A gun brought nearer or farther, within what can be. */
export function awayBy(hold: Hold, mm: number): Hold {
  return { ...hold, distanceMm: Math.round(between(hold.distanceMm + mm, NEAREST_MM, FARTHEST_MM)) };
}

/** A gun turned to the right and down, within what can be. */
export function turnedBy(hold: Hold, yawDeg: number, pitchDeg: number): Hold {
  return {
    ...hold,
    yawDeg: between(hold.yawDeg + yawDeg, -MOST_TURN_DEG, MOST_TURN_DEG),
    pitchDeg: between(hold.pitchDeg + pitchDeg, -MOST_TURN_DEG, MOST_TURN_DEG),
  };
}

/** The second finger: up brings the gun nearer, down farther; sideways tilts it across its fan. */
function useFingers(hold: Hold, onHold: (next: Hold) => void) {
  const second = useRef<{ id: number; x: number; y: number; from: Hold } | null>(null);
  return {
    /** Whether a press is a second finger while the first sprays; it is followed from then on. */
    isSecond({ pointerId, clientX, clientY }: PointerEvent<HTMLElement>, isSpraying: boolean): boolean {
      if (!isSpraying) return false;
      second.current = { id: pointerId, x: clientX, y: clientY, from: hold };
      return true;
    },
    turns({ pointerId, clientX, clientY }: PointerEvent<HTMLElement>): boolean {
      const finger = second.current;
      if (finger?.id !== pointerId) return false;
      const turn = Math.round((clientX - finger.x) * DEG_PER_PX);
      const away = awayBy(finger.from, (clientY - finger.y) * MM_PER_PX);
      onHold(turnedBy(away, finger.from.isUpright ? 0 : turn, finger.from.isUpright ? turn : 0));
      return true;
    },
    lifts({ pointerId }: PointerEvent<HTMLElement>): boolean {
      if (second.current?.id !== pointerId) return false;
      second.current = null;
      return true;
    },
  };
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
  const frame = useRef(0);
  const fingers = useFingers(hold, onHold);
  const [state, setState] = useState<Sprayed>({ ...NOTHING, on: surface });
  const [isSpraying, setSpraying] = useState(false);
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  const { flowMlMin, transfer, fanMm } = one.setting;
  const { b, referenceMm } = one;
  const wipe = useCallback(() => {
    layer.current = new FilmLayer(surface, { flowMlMin, transfer, shape: { referenceMm, b, bAlong: 2 } });
    painted.current = 0;
  }, [surface, flowMlMin, transfer, b, referenceMm]);
  const clear = useCallback(() => {
    wipe();
    path.current = [];
    setState({ ...NOTHING, on: surface });
  }, [wipe, surface]);
  useEffect(() => clear(), [clear]);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);

  const scrub = (count: number) => {
    if (count < painted.current) wipe();
    const film = layer.current;
    if (!film) return;
    for (let index = Math.max(1, painted.current); index < count; index += 1)
      film.move(path.current[index - 1] as GunSample, path.current[index] as GunSample);
    painted.current = count;
    if (canvas.current) paintFilm(canvas.current, surface, film.filmUm, limits);
  };
  const paint = () => {
    frame.current = 0;
    scrub(path.current.length);
  };
  // The gun may look beside the piece: what counts is the piece, not what the pointer is over.
  const placeOf = (event: PointerEvent<HTMLElement>) => {
    const box = (canvas.current ?? event.currentTarget).getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * surface.widthMm,
      y: ((event.clientY - box.top) / box.height) * surface.heightMm,
    };
  };
  const sample = (event: PointerEvent<HTMLElement>, flow: number): GunSample =>
    heldAt(placeOf(event), hold, { t: event.timeStamp / 1000, fanMm, flow });
  const add = (event: PointerEvent<HTMLElement>, flow: number) => {
    path.current.push(sample(event, flow));
    frame.current ||= requestAnimationFrame(paint);
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    if (!isSpraying) return;
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
  const { speedCmS } = one.setting;
  const faults = useMemo(
    () =>
      handFaults(way, {
        widthMm: surface.widthMm,
        heightMm: surface.heightMm,
        distanceMm: referenceMm,
        speedCmS,
      }),
    [way, surface, referenceMm, speedCmS],
  );
  return {
    deposit: sprayed,
    path: way,
    isReplay,
    replay,
    scrub,
    faults,
    isSpraying,
    at,
    clear,
    handlers: {
      onPointerDown(event) {
        if (event.button !== 0 || fingers.isSecond(event, isSpraying)) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setSpraying(true);
        // Where an earlier moment is looked at, the rest comes back before anything is added.
        if (painted.current < path.current.length) paint();
        path.current.push({ ...sample(event, 1), flow: 0 });
        add(event, 1);
      },
      onPointerMove(event) {
        if (fingers.turns(event)) return;
        setAt(placeOf(event));
        if (isSpraying) add(event, 1);
      },
      onPointerUp: (event) => fingers.lifts(event) || end(event),
      onPointerCancel: (event) => fingers.lifts(event) || end(event),
      onPointerLeave(event) {
        if (fingers.lifts(event)) return;
        if (!isSpraying) setAt(null);
        else end(event);
      },
    },
  };
}
