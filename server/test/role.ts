/** The role that servers in tests sign in as. */
export const SERVER_ROLE = 'upholder_server';
export const SERVER_PASSWORD = 'only for tests';
