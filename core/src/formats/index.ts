export * from './jobFile.ts';
export * from './orderCsv.ts';
export * from './planCalendar.ts';
export * from './takeoffCsv.ts';
export * from './takeoffFields.ts';
export * from './takeoffRows.ts';
export * from './takeoffTable.ts';
