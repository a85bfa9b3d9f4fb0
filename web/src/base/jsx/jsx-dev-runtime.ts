import type { ElementType, ReactElement } from 'react';
import { Fragment, jsxDEV as plain } from 'react/jsx-dev-runtime';
import { spoken } from './spoken.ts';

export type { JSX } from 'react/jsx-runtime';
export { Fragment };

/** An element, with what React's own checks want to know of it. */
export function jsxDEV(
  type: ElementType,
  props: Record<string, unknown>,
  key: string | undefined,
  isStatic: boolean,
  source?: Parameters<typeof plain>[4],
  self?: unknown,
): ReactElement {
  return plain(type, spoken(type, props), key, isStatic, source, self);
}
