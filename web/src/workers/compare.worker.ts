import { type CompareInput, outlooksOf, type WayZone, wayEffects } from '@upholder/core/estimating';
import type { Practice } from '@upholder/core/systems';
import * as Comlink from 'comlink';

const comparison = {
  outlooks: (input: CompareInput) => outlooksOf(input),
  ways: (zones: WayZone[], practice: Practice) => wayEffects(zones, practice),
};
export type Comparison = typeof comparison;

Comlink.expose(comparison);
