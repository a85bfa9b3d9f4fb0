import type { DryingItem } from '@upholder/core/floor';
import { useEffect, useRef } from 'react';
import { useApp } from '../../api/store.ts';
import { chime } from '../../devices/chime.ts';
import { buzz, notify } from '../../devices/notify.ts';

/** So long before a recoat window closes it is told, in minutes. */
const BEFORE_SHUT_MIN = 60;
/** What is longer ago than this is no news any more, in minutes: the device slept. */
const STALE_MIN = 30;

/** Something about a film that is worth a look. */
export interface DryAlarm {
  film: DryingItem;
  what: 'sand' | 'recoat' | 'handle' | 'shuts';
}

/**
 * What came due between two looks at the clock: a film that may be sanded, coated again or handled from now on, or whose
 * window closes within the hour. Clocks of one film that end together are told once, by the first thing one would do.
 * @param from minute of the last look; @param to this minute.
 */
export function dueBetween(films: readonly DryingItem[], from: number, to: number): DryAlarm[] {
  const isNew = (at: number | null) => at !== null && at > from && at <= to && to - at <= STALE_MIN;
  return films.flatMap((film): DryAlarm[] => {
    const shuts = film.shutsAt === null ? null : film.shutsAt - BEFORE_SHUT_MIN;
    if (isNew(shuts)) return [{ film, what: 'shuts' }];
    if (isNew(film.sandAt)) return [{ film, what: 'sand' }];
    if (isNew(film.recoatAt)) return [{ film, what: 'recoat' }];
    return isNew(film.handleAt) ? [{ film, what: 'handle' }] : [];
  });
}

/** What is told of it, as a title. */
const WORDS: Record<DryAlarm['what'], string> = {
  sand: 'may be sanded',
  recoat: 'recoat window open',
  handle: 'may be handled',
  shuts: 'recoat window closes within the hour',
};

/** Tells by the device what came due since the last look, for as long as the floor is open, in front or behind. */
export function useDryAlarms(
  films: readonly DryingItem[],
  now: number,
  tagsOfFilm: (film: DryingItem) => string,
): void {
  const isAudible = useApp(({ deviceSettings }) => deviceSettings.isAudible);
  const last = useRef({ films, now, tagsOfFilm });
  useEffect(() => {
    const before = last.current;
    last.current = { films, now, tagsOfFilm };
    if (now <= before.now) return;
    // By the films of the last look: one whose last clock has ended is not among these any more.
    const due = dueBetween(before.films, before.now, now);
    if (due.length === 0 || !isAudible) return;
    chime('short');
    buzz('short');
    for (const { film, what } of due)
      void notify({
        title: `${before.tagsOfFilm(film)}: ${WORDS[what]}`,
        body: film.name,
        tag: `film ${film.loadId}`,
      });
  }, [films, now, tagsOfFilm, isAudible]);
}
