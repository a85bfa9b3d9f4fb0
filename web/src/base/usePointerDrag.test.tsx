// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import type { PointerEvent } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { usePointerDrag } from './usePointerDrag.ts';

afterEach(cleanup);

function dragging(isOff = false) {
  const told = { shift: vi.fn(), drop: vi.fn(), press: vi.fn(), over: vi.fn() };
  const view = renderHook(() =>
    usePointerDrag({
      slackPx: 5,
      isOff,
      onShift: told.shift,
      onDrop: told.drop,
      onPress: told.press,
      onOver: told.over,
    }),
  );
  const at = (clientX: number, clientY: number, button = 0) =>
    ({
      clientX,
      clientY,
      button,
      pointerId: 1,
      currentTarget: { setPointerCapture: vi.fn() },
    }) as unknown as PointerEvent;
  const hand = () => view.result.current.handlers;
  return {
    told,
    now: () => view.result.current,
    down: (x: number, y: number, button?: number) => act(() => hand().onPointerDown(at(x, y, button))),
    move: (x: number, y: number) => act(() => hand().onPointerMove(at(x, y))),
    up: (x: number, y: number) => act(() => hand().onPointerUp(at(x, y))),
  };
}

describe('dragging', () => {
  it('follows the hand once it is more than a press, and says where it is let go', () => {
    const { told, now, down, move, up } = dragging();
    down(100, 100);
    move(103, 100);
    expect(now().shift).toBeNull();
    move(120, 90);
    expect(now().shift).toEqual({ x: 20, y: -10 });
    up(130, 90);
    expect(told.drop.mock.calls).toEqual([[{ x: 30, y: -10 }]]);
    expect(told.press).not.toHaveBeenCalled();
    expect([now().shift, told.over.mock.calls.length]).toEqual([null, 1]);
  });

  it('is a press where the hand only slipped', () => {
    const { told, down, move, up } = dragging();
    down(10, 10);
    move(12, 12);
    up(12, 12);
    expect([told.press.mock.calls.length, told.drop.mock.calls.length, told.shift.mock.calls.length]).toEqual(
      [1, 0, 0],
    );
  });

  it('stays a drag on its way back: let go where it began, it is dropped there', () => {
    const { told, down, move, up } = dragging();
    down(10, 10);
    move(60, 10);
    up(11, 10);
    expect(told.drop.mock.calls).toEqual([[{ x: 1, y: 0 }]]);
  });

  it('drops nothing once it was let be, nor what must not be dragged, nor by another button', () => {
    const { told, now, down, move, up } = dragging();
    down(10, 10);
    move(60, 10);
    act(() => now().letBe());
    up(60, 10);
    down(10, 10, 2);
    move(60, 10);
    up(60, 10);
    const fixed = dragging(true);
    fixed.down(10, 10);
    fixed.move(60, 10);
    fixed.up(60, 10);
    for (const drop of [told.drop, fixed.told.drop, fixed.told.press]) expect(drop).not.toHaveBeenCalled();
  });
});
