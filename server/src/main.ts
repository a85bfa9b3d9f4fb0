import { readConfig } from './base/config.ts';
import { runUntilStopped } from './base/lifetime.ts';
import { startServer } from './start.ts';

runUntilStopped(async (lifetime) => {
  const config = readConfig(process.env);
  const running = await lifetime.own(
    (signal) => startServer(config, signal),
    (started) => started.stop(),
  );
  if (config.port !== 0 && running.port !== config.port)
    console.log(`Port ${config.port} is taken; using ${running.port}.`);
  console.log(`Upholder is at ${running.address}`);
});
