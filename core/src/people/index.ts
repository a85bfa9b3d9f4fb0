export * from './names.ts';
export * from './passwords.ts';
export * from './roles.ts';
