export * from './jobFile.ts';
export * from './planCalendar.ts';
export * from './takeoffCsv.ts';
