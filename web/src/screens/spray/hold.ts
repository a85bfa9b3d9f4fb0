import type { GunSample } from '@upholder/core/film';
import { type PointerEvent, useRef } from 'react';

/** How a gun is held: what pointer and keys do not say by themselves. */
export interface Hold {
  distanceMm: number;
  yawDeg: number;
  pitchDeg: number;
  /** The fan stands upright, for strokes from side to side, or lies level. */
  isUpright: boolean;
}

/** A gun that is held so and looks at a place. */
export function heldAt(
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
export function useFingers(hold: Hold, onHold: (next: Hold) => void) {
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
