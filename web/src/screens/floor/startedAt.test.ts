import { DEFAULT_SHOP_SETTINGS, minuteAt } from '@upholder/core/shop';
import { beforeEach, expect, it, vi } from 'vitest';
import { keepStart, startedAt, workedMinutes } from './startedAt.ts';

const ZONE = 'Europe/London';
const at = (day: string, clock: string) => minuteAt(day, clock, ZONE);
const took = (from: number, to: number) => workedMinutes(from, to, DEFAULT_SHOP_SETTINGS, ZONE);

it('leaves the break out', () => {
  expect(took(at('2026-11-24', '11:30'), at('2026-11-24', '13:00'))).toBe(60);
});

it('leaves the night and the weekend out', () => {
  expect(took(at('2026-11-27', '15:00'), at('2026-11-30', '08:00'))).toBe(60);
});

it('counts late work in full where all of it is outside hours', () => {
  expect(took(at('2026-11-24', '18:00'), at('2026-11-24', '18:45'))).toBe(45);
});

it('is nothing between a moment and itself', () => {
  expect(took(at('2026-11-24', '09:00'), at('2026-11-24', '09:00'))).toBe(0);
});

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
  });
});

it('keeps starts of several tasks apart, and forgets one at a time', () => {
  const now = Date.now();
  keepStart('job', 'a', now);
  keepStart('job', 'b', now + 60_000);
  expect([startedAt('job', 'a'), startedAt('job', 'b'), startedAt('other', 'a')]).toEqual([
    now,
    now + 60_000,
    null,
  ]);
  keepStart('job', 'a', null);
  expect([startedAt('job', 'a'), startedAt('job', 'b')]).toEqual([null, now + 60_000]);
});

it('throws a start away that nobody finished in a week', () => {
  keepStart('job', 'old', Date.now() - 8 * 86_400_000);
  keepStart('job', 'new', Date.now());
  expect(startedAt('job', 'old')).toBeNull();
});

it('starts afresh where what is kept cannot be read', () => {
  localStorage.setItem('upholder.started', '{');
  expect(startedAt('job', 'a')).toBeNull();
});
