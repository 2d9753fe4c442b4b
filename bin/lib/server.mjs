import { end, sleep, spawnBound } from './process.mjs';
import { Stop } from './say.mjs';

/**
 * Starts the built server and waits until it is healthy.
 * @returns a promise kept when it ends by itself, its process, and how to stop it
 * @throws Stop with what the server said
 */
export async function startServer(entry, env, { port, quiet = false }) {
  const child = spawnBound(process.execPath, [entry], {
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'pipe'],
    env: {
      NITRO_SHUTDOWN_TIMEOUT: '5000',
      ...process.env,
      ...env,
      HOST: '127.0.0.1',
      NITRO_HOST: '127.0.0.1',
      PORT: String(port),
      NITRO_PORT: String(port),
    },
  });
  let said = '';
  child.stderr.on('data', (data) => {
    said = (said + data).slice(-4000);
    if (!quiet) process.stderr.write(data);
  });
  for (let waited = 0; ; waited += 150) {
    if (child.exitCode !== null || child.signalCode !== null) throw new Stop(`The server did not start:\n\n${said}`);
    const health = await fetch(`http://127.0.0.1:${port}/api/health`)
      .then((r) => r.json())
      .catch(() => null);
    if (health?.ok) break;
    if (waited > 60_000) {
      await end(child);
      throw new Stop(`The server does not come up: ${said}\nCheck the database it was given, then start again.`);
    }
    await sleep(150);
  }
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code)));
  return { ended, pid: child.pid, stop: () => end(child, 'SIGTERM', 10_000) };
}
