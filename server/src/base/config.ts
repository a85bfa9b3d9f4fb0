import { z } from 'zod';

const ConfigSchema = z.object({
  DATABASE_URL: z.string().min(1, 'DATABASE_URL must name the PostgreSQL database.'),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65_535).default(4310),
  /** Where the built interface lies; empty to serve only the API. */
  WEB_DIST: z.string().default(''),
  /** Lets members in without a password. Only the demo sets it. */
  UPHOLDER_DEMO: z.enum(['0', '1']).default('0'),
  /** Instant that the server's clock starts from, for demos and tests; it runs on from there. */
  UPHOLDER_CLOCK: z.iso.datetime().optional(),
  /** `simulated` feeds every shop from the built-in climate station. */
  UPHOLDER_STATION: z.enum(['simulated', 'none']).default('none'),
  LOG_LEVEL: z.string().default('info'),
});

/** The server's settings, from the environment. */
export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  webDist: string;
  isDemo: boolean;
  clockStart: string | null;
  hasStation: boolean;
  logLevel: string;
  /** Holds every answer against its declaration; tests and development do. */
  checksAnswers?: boolean;
}

/**
 * Reads the settings.
 * @throws ZodError naming the variable that is missing or wrong.
 */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const read = ConfigSchema.parse(environment);
  return {
    databaseUrl: read.DATABASE_URL,
    host: read.HOST,
    port: read.PORT,
    webDist: read.WEB_DIST,
    isDemo: read.UPHOLDER_DEMO === '1',
    clockStart: read.UPHOLDER_CLOCK ?? null,
    hasStation: read.UPHOLDER_STATION === 'simulated',
    logLevel: read.LOG_LEVEL,
  };
}
