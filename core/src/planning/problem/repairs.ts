import { LOG_ACTION_TRAITS } from '../../jobs/actions.ts';
import { actionWords } from '../../words/index.ts';
import { type PlanOp, repairId } from './model.ts';

/** Scuffing or dusting that a coat needs first: because its recoat window shut, or because dust has settled. */
export function repairOp(coat: PlanOp, action: 'scuff' | 'dust'): PlanOp {
  const known = made[action].get(coat) ?? madeOf(coat, action);
  made[action].set(coat, known);
  return known;
}
/** Each coat is asked for many times while it looks for its place. */
const made = { scuff: new WeakMap<PlanOp, PlanOp>(), dust: new WeakMap<PlanOp, PlanOp>() };

function madeOf(coat: PlanOp, action: 'scuff' | 'dust'): PlanOp {
  const traits = LOG_ACTION_TRAITS[action];
  // No gun and no brush is needed for it.
  const { paint, gun, refillMin, restMin, tool, lagsBy, ...own } = coat;
  return {
    ...own,
    id: repairId(coat.id, action),
    name: actionWords(action, coat.name),
    action,
    row: coat.hold
      ? coat.hold.resourceId.startsWith('rail')
        ? 'rail'
        : 'rack'
      : coat.row === 'room'
        ? 'room'
        : 'bench',
    waitFor: 'sand',
    skill: 'prep',
    badAir: [],
    isWet: false,
    isCoat: false,
    abrades: traits.keys,
    cleans: traits.takesDust,
    setupMin: 3,
    perPieceMin: traits.repairMinPerPiece ?? 0,
    cleanupMin: 0,
    uses: [],
    hold: null,
    lags: null,
    windowMax: null,
    shareKey: null,
    done: null,
  };
}
