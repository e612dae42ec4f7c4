import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../../', import.meta.url));
export const inRoot = (...parts) => [ROOT.replace(/\/$/, ''), ...parts].join('/');

/** A step that could not be done, with what to do about it. Printed without a stack: it is no bug of ours. */
export class Impossible extends Error {}

/** Says what is being done, and how long it took. */
export async function step(title, work) {
  const started = performance.now();
  process.stdout.write(`  ${title} …`);
  try {
    const result = await work();
    process.stdout.write(
      ` ${result === 'ready' ? 'ready' : 'done'} (${((performance.now() - started) / 1000).toFixed(1)} s)\n`,
    );
    return result;
  } catch (error) {
    process.stdout.write(' failed\n');
    throw error;
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

/** Runs the main work of a script and turns what is impossible into a readable last line. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(`\n${error instanceof Impossible ? error.message : error.stack}`);
    process.exitCode = 1;
  }
}
