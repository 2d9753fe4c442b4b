import { forgetTimeBack } from '../../services/timeBack';

export default ownerHandler((_event, { app, owner }) => forgetTimeBack(app, owner));
