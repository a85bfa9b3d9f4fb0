import type { ElementType, ReactElement } from 'react';
import { Fragment, jsx as plain, jsxs as plainMany } from 'react/jsx-runtime';
import { spoken } from './spoken.ts';

// Every element is made here: what is said by code is put into words at the moment it is drawn, and nowhere earlier.
export type { JSX } from 'react/jsx-runtime';
export { Fragment };

type Props = Record<string, unknown>;

/** An element with one child or none. */
export function jsx(type: ElementType, props: Props, key?: string): ReactElement {
  return plain(type, spoken(type, props), key);
}

/** An element with several children. */
export function jsxs(type: ElementType, props: Props, key?: string): ReactElement {
  return plainMany(type, spoken(type, props), key);
}
