import { v4 as uuid } from 'uuid';

/** Names this page to the server, so that it can tell its own changes from those of others. */
export const PAGE_ID = uuid();
