import { proposalSchema } from '#shared/schemas/mailbox';
import { proposeServers } from '../../services/proposal';

export default ownerHandler(async (event) => proposeServers((await queryOf(event, proposalSchema)).address));
