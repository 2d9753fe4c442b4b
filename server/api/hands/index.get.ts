import { readHandsList } from '../../services/hands';

export default ownerHandler((_event, { app, owner }) => readHandsList(app, owner));
