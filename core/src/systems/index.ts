export { type Application, ApplicationSchema } from './application.ts';
export * from './customSystem.ts';
export {
  applicatorInPlace,
  bareStock,
  type GenerateInput,
  type Ground,
  generateSteps,
  optionsInPlace,
  stepInPlace,
} from './generate.ts';
export { gritPart, nameWithGrit } from './grit.ts';
export { handsOnMinutes } from './labour.ts';
export { FINISHING_SYSTEMS, type FinishingSystem } from './library.ts';
export * from './methods.ts';
export { MOVE_PRESETS, type MovePreset, presetOf, presetsFor, takesMoves } from './movePresets.ts';
export {
  inMoves,
  type MemberTurn,
  type MixOfMoves,
  type Move,
  memberOrder,
  minutesOfStep,
  mixesOf,
  movesOf,
  paintingMoves,
  residuePlaces,
  type StepMinutes,
  toolsOf,
  toolsOfMoves,
} from './moves.ts';
export { does, OPERATION_TRAITS, type Operation } from './operations.ts';
export * from './options.ts';
export { type OtherProduct, otherProduct } from './otherProduct.ts';
export { fitEdited, mergeStarted } from './refit.ts';
export { isTinted, type SharingOffer, type SheetRoles, shareKeys, sharingOffer } from './sharing.ts';
export { ROOM_SITE, type Site, sitesOf } from './sites.ts';
export * from './step.ts';
export {
  applicatorLabour,
  benchStep,
  coatStepOf,
  draft,
  dustStep,
  laidOnBy,
  placeAndLabourOf,
  STEP_DEFAULTS,
  sandStep,
} from './steps.ts';
export { suppliesOfStep, supplyNeed, supplyWords } from './supplyNeed.ts';
export { withTool } from './toolSteps.ts';
export { SYSTEM_IDS, SYSTEM_TRAITS, type SystemId, type SystemTraits } from './traits.ts';
export type { SitePart } from './waySteps.ts';
export { isWiped } from './wiped.ts';
export { restOf, withSupplies } from './withSupplies.ts';
export {
  labourIn,
  type ShopYardsticks,
  strainingMinutes,
  YARDSTICK_KEYS,
  YARDSTICKS,
  type YardstickKey,
  yardstickOf,
} from './yardsticks.ts';
