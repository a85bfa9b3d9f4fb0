import { buildWeb, compileServer } from './build.ts';

// What `npm start` needs before it can run: the interface and the server as plain JavaScript.

try {
  buildWeb();
  await compileServer();
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
