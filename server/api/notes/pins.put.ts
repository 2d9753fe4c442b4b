import { pinOrderSchema } from '#shared/schemas/note';
import { orderPins } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) => {
  await orderPins(app, owner, (await bodyOf(event, pinOrderSchema)).ids);
  return { ok: true };
});
