import { spawn } from 'node:child_process';
import { postgresBinaries } from '../lib/packages.mjs';

const literal = (value) => {
  if (value === null) return 'null';
  if (typeof value === 'number') return String(value);
  if (value instanceof Date) return `'${value.toISOString()}'`;
  if (Array.isArray(value)) return `'{${value.map((each) => (each === null ? 'null' : `"${each}"`)).join(',')}}'`;
  return `'${String(value).replaceAll("'", "''")}'`;
};

/** A statement with its parameters inlined, as typed in psql. */
export const written = (text, parameters) =>
  text.replace(/\$(\d+)/g, (_, number) => literal(parameters[Number(number) - 1] ?? null));

/** Times the statements together through psql, once per repetition, and discards their rows. In ms. */
export async function psqlTimes(url, statements, times = 20, warm = 3) {
  const script = ['\\timing on', '\\o /dev/null', ...Array(times + warm).fill(statements.join(';\n') + ';')].join('\n');
  const output = await psql(url, script);
  const all = [...output.matchAll(/^Time: ([\d.]+) ms/gm)].map(([, ms]) => Number(ms));
  const rounds = [];
  for (let from = 0; from < all.length; from += statements.length)
    rounds.push(all.slice(from, from + statements.length).reduce((sum, ms) => sum + ms, 0));
  return rounds.slice(warm);
}

async function psql(url, script) {
  const command = spawn(`${await postgresBinaries()}/psql`, [url, '-X', '-v', 'ON_ERROR_STOP=1'], {
    stdio: ['pipe', 'pipe', 'pipe'],
  });
  let [output, wrong] = ['', ''];
  command.stdout.on('data', (chunk) => (output += chunk));
  command.stderr.on('data', (chunk) => (wrong += chunk));
  command.stdin.end(script);
  const code = await new Promise((resolve) => command.once('close', resolve));
  if (code !== 0) throw new Error(`psql: ${wrong}`);
  return output;
}
