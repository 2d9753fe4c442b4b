import { readRoutines } from '../../services/routines';

export default ownerHandler((_event, { app, owner }) => readRoutines(app, owner));
