import { actionWords } from '../../words/index.ts';
import { type PlanOp, repairId } from './model.ts';

/** Labour of the repair before a coat whose window shut, relative to the coat's own pieces. */
const SCUFF_MIN_PER_PIECE = 1.5;
const DUST_MIN_PER_PIECE = 0.8;

/** Scuffing or dusting that a coat needs first: because its recoat window shut, or because dust has settled. */
export function repairOp(coat: PlanOp, action: 'scuff' | 'dust'): PlanOp {
  return {
    ...coat,
    id: repairId(coat.id, action),
    name: actionWords(action, coat.name),
    action,
    row:
      coat.hold?.resourceId === 'rail'
        ? 'rail'
        : coat.hold?.resourceId === 'rack'
          ? 'rack'
          : coat.row === 'room'
            ? 'room'
            : 'bench',
    waitFor: 'sand',
    skill: 'prep',
    badAir: [],
    isWet: false,
    isCoat: false,
    abrades: action === 'scuff',
    cleans: action === 'dust',
    setupMin: 3,
    perPieceMin: action === 'scuff' ? SCUFF_MIN_PER_PIECE : DUST_MIN_PER_PIECE,
    cleanupMin: 0,
    uses: [],
    hold: null,
    lags: null,
    windowMax: null,
    shareKey: null,
    done: null,
  };
}
