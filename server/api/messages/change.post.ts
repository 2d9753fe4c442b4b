import { changeManySchema } from '#shared/schemas/message';
import { changeMessages } from '../../services/messages';

export default ownerHandler(async (event, { app, owner }) => {
  const { ids, change } = await bodyOf(event, changeManySchema);
  return changeMessages(app, owner, ids, change);
});
