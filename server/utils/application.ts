import { reachOf } from '../mail/remote/reach';
import { openApplication, type Application } from '../services/application';

let opening: Promise<Application> | null = null;

/** The application of this process, opened at the first call; a failed opening is tried again at the next. */
export function useApplication(): Promise<Application> {
  if (!opening) {
    const config = useRuntimeConfig();
    const { databaseUrl, postOfficePort, mailKey } = config;
    const url = process.env.DATABASE_URL || databaseUrl;
    if (!url) throw new Error('No database is named. Start with "npm start", or set DATABASE_URL.');
    const reach = reachOf({ ...config, host: process.env.NITRO_HOST || process.env.HOST || '' });
    const own = [process.env.NITRO_PORT, process.env.PORT].flatMap((port) => Number(port) || []);
    opening = openApplication(url, {
      postOfficePort: Number(postOfficePort) || 0,
      mailKey: String(mailKey),
      reach: { ...reach, own },
      dataFolder: String(config.dataFolder),
    });
    opening.catch(() => (opening = null));
  }
  return opening;
}
