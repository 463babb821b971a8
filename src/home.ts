/** The folder the application lives in. Commands may be started from anywhere; they say where home is. */
import { join } from 'node:path';

export const home = (): string => process.env.AUGERSET_HOME ?? process.cwd();
export const migrationsFolder = (): string => join(home(), 'drizzle');
