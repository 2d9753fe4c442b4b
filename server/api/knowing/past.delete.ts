import { forgetAll } from '../../services/knowing';

export default ownerHandler((_event, { app, owner }) => forgetAll(app, owner));
