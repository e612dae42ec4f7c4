import { spawn } from 'node:child_process';
import { link, mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../../', import.meta.url));
export const inRoot = (...parts) => [ROOT.replace(/\/$/, ''), ...parts].join('/');

/** A step that failed, with the remedy. Printed without a stack trace, because it is not a bug of the program. */
export class Impossible extends Error {}

/** Prints the step and its duration. */
export async function step(title, work) {
  const started = performance.now();
  const beside = sideBySide > 0;
  const begun = `  ${title} …`;
  if (!beside) process.stdout.write(begun);
  // Concurrent steps print their line when they end.
  const end = (said) => process.stdout.write(`${beside ? begun : ''} ${said}\n`);
  try {
    const result = await work();
    end(`${result === 'ready' ? 'ready' : 'done'} (${((performance.now() - started) / 1000).toFixed(1)} s)`);
    return result;
  } catch (error) {
    end('failed');
    throw error;
  }
}

let sideBySide = 0;

/** Runs independent steps concurrently. All run to their end, even if one fails. */
export async function together(...steps) {
  sideBySide += 1;
  try {
    const ended = await Promise.allSettled(steps.map((each) => each()));
    const failed = ended.find(({ status }) => status === 'rejected');
    if (failed !== undefined) throw failed.reason;
  } finally {
    sideBySide -= 1;
  }
}

/**
 * Runs a command to its end and returns what it printed. Throws with the end of its output when it fails.
 * `show: true` lets it print as it goes.
 */
export function run(command, args, { show = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'], ...options });
    let output = '';
    const keep = (chunk) => (output += chunk);
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
    child.on('error', reject);
    child.on('close', (code) => {
      if (code === 0) resolve(output);
      else
        reject(
          new Impossible(
            `${command} ${args.join(' ')} ended with ${code}\n${output.split('\n').slice(-40).join('\n')}`,
          ),
        );
    });
  });
}

/** Whether a process exists on this machine. */
function lives(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/**
 * Runs work that changes the checkout, such as installing or building, under a lock. The lock is a file with the
 * process id; the lock of a process that no longer exists is free.
 */
export async function inTurn(name, work) {
  const file = inRoot('.local', `${name}.turn`);
  await mkdir(inRoot('.local'), { recursive: true });
  const own = `${file}.${process.pid}`;
  await writeFile(own, String(process.pid));
  try {
    for (;;) {
      const taken = await link(own, file).then(
        () => true,
        (error) => (error.code === 'EEXIST' ? false : Promise.reject(error)),
      );
      if (taken) break;
      const holder = Number(await readFile(file, 'utf8').catch(() => 'NaN'));
      if (Number.isInteger(holder) && !lives(holder)) await rm(file, { force: true });
      else await new Promise((resolve) => setTimeout(resolve, 200));
    }
  } finally {
    await rm(own, { force: true });
  }
  try {
    return await work();
  } finally {
    await rm(file, { force: true });
  }
}

/** Runs the main work of a script and prints a failed step as a readable last line. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(`\n${error instanceof Impossible ? error.message : error.stack}`);
    process.exitCode = 1;
  }
}
