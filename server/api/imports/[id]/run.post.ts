import { readImport } from '../../../services/imports/import';
import { runImport } from '../../../services/imports/take';
import { phrase } from '#core/text/phrase';

/** Carries the import out and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner, id }) => {
  await readImport(app, owner, id);
  return progressLines(event, runImport(app, owner, id), {
    done: 0,
    total: 0,
    finished: true,
    problem: phrase('importing.interrupted'),
  });
});
