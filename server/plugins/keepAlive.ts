/** A proxy keeps its connections for a minute; one that is closed under its hands would be an error for the user. */
const KEPT_MS = 75_000;

/** Connections stay open for longer than proxies keep them; they are let go when the server ends (NITRO_SHUTDOWN_TIMEOUT). */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', ({ node }) => {
    const { server } = node.req.socket as unknown as { server?: { keepAliveTimeout: number; headersTimeout: number } };
    if (!server || server.keepAliveTimeout === KEPT_MS) return;
    server.keepAliveTimeout = KEPT_MS;
    // Above it, or a new request on a kept connection is cut off.
    server.headersTimeout = KEPT_MS + 5_000;
  });
});
