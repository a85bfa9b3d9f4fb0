export * from './actions.ts';
export * from './decision.ts';
export * from './log.ts';
export * from './model.ts';
export * from './photo.ts';
export * from './proposeRoom.ts';
export * from './room.ts';
export * from './work.ts';
