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
  handlers: {
    onPointerDown(event: PointerEvent<HTMLElement>): void;
    onPointerMove(event: PointerEvent<HTMLElement>): void;
    onPointerUp(event: PointerEvent<HTMLElement>): void;
    onPointerCancel(event: PointerEvent<HTMLElement>): void;
    onPointerLeave(event: PointerEvent<HTMLElement>): void;
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
  hold: Hold,
  canvas: RefObject<HTMLCanvasElement | null>,
): Practice {
  const layer = useRef<FilmLayer | null>(null);
  const path = useRef<GunSample[]>([]);
  const painted = useRef(0);
  const frame = useRef(0);
  const [state, setState] = useState<Sprayed>({ ...NOTHING, on: surface });
  const [isSpraying, setSpraying] = useState(false);
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  const { flowMlMin, transfer, fanMm } = one.setting;
  const { b, referenceMm } = one;
  const clear = useCallback(() => {
    layer.current = new FilmLayer(surface, {
      flowMlMin,
      transfer,
      shape: { referenceMm, b, bAlong: 2 },
    });
    path.current = [];
    painted.current = 0;
    setState({ ...NOTHING, on: surface });
  }, [surface, flowMlMin, transfer, b, referenceMm]);
  useEffect(() => clear(), [clear]);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);

  const paint = () => {
    frame.current = 0;
    const film = layer.current;
    if (!film) return;
    for (let index = Math.max(1, painted.current); index < path.current.length; index += 1)
      film.move(path.current[index - 1] as GunSample, path.current[index] as GunSample);
    painted.current = path.current.length;
    if (canvas.current) paintFilm(canvas.current, surface, film.filmUm, limits);
  };
  // The gun may look beside the piece: what counts is the piece, not what the pointer is over.
  const placeOf = (event: PointerEvent<HTMLElement>) => {
    const box = (canvas.current ?? event.currentTarget).getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * surface.widthMm,
      y: ((event.clientY - box.top) / box.height) * surface.heightMm,
    };
  };
  const sample = (event: PointerEvent<HTMLElement>, flow: number): GunSample => {
    const { x, y } = placeOf(event);
    const [yaw, pitch] = [(hold.yawDeg * Math.PI) / 180, (hold.pitchDeg * Math.PI) / 180];
    return {
      t: event.timeStamp / 1000,
      x: x - hold.distanceMm * Math.sin(yaw) * Math.cos(pitch),
      y: y - hold.distanceMm * Math.sin(pitch),
      z: hold.distanceMm * Math.cos(yaw) * Math.cos(pitch),
      yawDeg: hold.yawDeg,
      pitchDeg: hold.pitchDeg,
      fanDeg: hold.isUpright ? 90 : 0,
      fanMm,
      flow,
    };
  };
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
    faults,
    isSpraying,
    at,
    clear,
    handlers: {
      onPointerDown(event) {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setSpraying(true);
        path.current.push({ ...sample(event, 1), flow: 0 });
        add(event, 1);
      },
      onPointerMove(event) {
        setAt(placeOf(event));
        if (isSpraying) add(event, 1);
      },
      onPointerUp: end,
      onPointerCancel: end,
      onPointerLeave(event) {
        if (!isSpraying) setAt(null);
        else end(event);
      },
    },
  };
}
