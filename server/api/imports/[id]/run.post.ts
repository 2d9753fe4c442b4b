import { readImport } from '../../../services/imports/import';
import { runImport } from '../../../services/imports/take';

/** Carries the import out and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner, id }) => {
  await readImport(app, owner, id);
  return progressLines(event, runImport(app, owner, id), {
    done: 0,
    total: 0,
    finished: true,
    problem: 'The import was interrupted. What came in so far is kept; go on with it when you like.',
  });
});
