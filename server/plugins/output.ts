/** Whoever reads what the server says may be gone. Saying it then fails, which must not end or occupy the server. */
export default defineNitroPlugin(() => {
  for (const out of [process.stdout, process.stderr]) out.on('error', () => {});
});
