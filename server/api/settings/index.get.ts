import { readSettings } from '../../services/accounts';

export default ownerHandler((_event, { app, owner }) => readSettings(app, owner));
