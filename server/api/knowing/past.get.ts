import { pastSchema } from '#shared/schemas/knowing';
import { readPast } from '../../services/knowing';

export default ownerHandler(async (event, { app, owner }) => readPast(app, owner, await queryOf(event, pastSchema)));
