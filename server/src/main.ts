import { readConfig } from './base/config.ts';
import { startServer } from './start.ts';

const config = readConfig(process.env);
const running = await startServer(config);
if (config.port !== 0 && running.port !== config.port) {
  console.log(`Port ${config.port} is taken; using ${running.port}.`);
}
console.log(`Upholder is at ${running.address}`);

let isStopping = false;
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    if (isStopping) return;
    isStopping = true;
    running.stop().then(
      () => process.exit(0),
      () => process.exit(1),
    );
  });
}
