import { proposalSchema } from '#shared/schemas/mailbox';
import { proposeServers } from '../../services/proposal';

export default ownerHandler(async (event, { app }) =>
  proposeServers((await queryOf(event, proposalSchema)).address, app.locate),
);
