import { openApplication, type Application } from '../services/application';

let opening: Promise<Application> | null = null;

/** The application of this process, opened at the first call; a failed opening is tried again at the next. */
export function useApplication(): Promise<Application> {
  if (!opening) {
    const { databaseUrl, postOfficePort, mailKey } = useRuntimeConfig();
    const url = process.env.DATABASE_URL || databaseUrl;
    if (!url) throw new Error('No database is named. Start with "npm start", or set DATABASE_URL.');
    opening = openApplication(url, { postOfficePort: Number(postOfficePort) || 0, mailKey: String(mailKey) });
    opening.catch(() => (opening = null));
  }
  return opening;
}
