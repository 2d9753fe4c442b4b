import { readFile } from 'node:fs/promises';

/** The licences of everything the application is made with, written beside the server when it is built. */
export default defineEventHandler(async (event) => {
  setResponseHeader(event, 'Content-Type', 'text/plain; charset=utf-8');
  return readFile(new URL('./licences.txt', import.meta.url), 'utf8').catch(
    () => 'The licences are written when the application is built; each package has its own beside it.\n',
  );
});
