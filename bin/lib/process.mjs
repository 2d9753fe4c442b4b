import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { readFile, statfs } from 'node:fs/promises';
import { createServer, connect } from 'node:net';
import { delimiter, join } from 'node:path';
import { Stop } from './say.mjs';

/** The full path of a program, empty when it is not there. Server programs often stand outside the PATH of a user. */
export function find(...names) {
  const folders = [...(process.env.PATH ?? '').split(delimiter), '/usr/sbin', '/usr/local/sbin', '/usr/bin'];
  for (const name of names) {
    for (const folder of folders) if (folder && existsSync(join(folder, name))) return join(folder, name);
  }
  return '';
}

/**
 * Starts a program that goes on until it is ended, and that is asked to end when this process is gone, however that
 * happened (PR_SET_PDEATHSIG, by util-linux's setpriv). It has a group of its own, so Ctrl-C reaches us alone.
 */
export function spawnBound(program, args, options) {
  const binder = find('setpriv');
  const all = binder ? ['--pdeathsig', 'TERM', '--', program, ...args] : args;
  return spawn(binder || program, all, { ...options, detached: true });
}

/** For tools that make much which is soon gone: with a larger young generation they take a quarter less time. */
export const ROOMY = { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`.trim() };

/** Runs a command to its end; its output is shown only when it fails. @throws Stop */
export function command(program, args, { cwd, env, show = false, failure = '' } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ['ignore', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'],
    });
    let output = '';
    child.stdout?.on('data', (data) => (output += data));
    child.stderr?.on('data', (data) => (output += data));
    child.on('error', (error) => reject(new Stop(`"${program}" could not be run: ${error.message}`)));
    child.on('exit', (code, signal) => {
      if (code === 0) return resolve(output);
      const tail = output.trim().split('\n').slice(-25).join('\n');
      reject(new Stop(`${failure || `"${program} ${args.join(' ')}" ended with ${signal ?? code}.`}\n${tail}`.trim()));
    });
  });
}

/** A port nobody listens on at this moment. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** Whether `port` can be listened on. */
export function isFree(port, host) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

/** Whether somebody answers on a loopback port with at least one byte. */
export function answers(port) {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    const end = (result) => {
      socket.destroy();
      resolve(result);
    };
    socket.setTimeout(2000, () => end(false));
    socket.once('data', () => end(true));
    socket.once('error', () => end(false));
    socket.once('close', () => end(false));
  });
}

/** Waits until `holds()` is true, asked ten times a second; false when it is not within `patience` milliseconds. */
export async function waitUntil(holds, patience) {
  for (let waited = 0; !(await holds()); waited += 100) {
    if (waited >= patience) return false;
    await sleep(100);
  }
  return true;
}

export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** The process whose command line has `word` and that this one was started by, directly or through a shell; 0 for none. */
export async function startedBy(word) {
  for (let pid = process.ppid, i = 0; pid > 1 && i < 3; i++) {
    if (await isAliveWith(pid, word)) return pid;
    const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => '');
    // The name in brackets may hold anything; the parent is the second field behind it (proc(5)).
    pid = Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1] ?? 0);
  }
  return 0;
}

/** Whether process `pid` is alive and was started with `word` in its command line; another that got its number is not. */
export async function isAliveWith(pid, word) {
  if (!Number.isInteger(pid) || !isAlive(pid)) return false;
  const typed = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => word);
  return typed.includes(word);
}

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Ends a child: asks first, then insists. */
export async function end(child, signal = 'SIGTERM', patience = 15_000) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  const timer = setTimeout(() => child.kill('SIGKILL'), patience);
  await gone;
  clearTimeout(timer);
}

/** @throws Stop when fewer than `megabytes` are free where `folder` is. */
export async function needSpace(folder, megabytes) {
  const { bavail, bsize } = await statfs(folder);
  const free = Math.floor((bavail * bsize) / 1e6);
  if (free >= megabytes) return;
  throw new Stop(
    `The disk is nearly full: ${free} MB are free at ${folder}, and about ${megabytes} MB are needed.\n` +
      'Make room and start again. Nothing was changed.',
  );
}
