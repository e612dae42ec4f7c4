/** The guide's page about bad inputs, from a run. */
export function badInputsPage({
  seed,
  tries,
  faults,
  statuses,
  byOperation,
  byWay,
  differing,
  unsound,
  health,
  unreached,
}) {
  const share = (count) => `${((100 * count) / tries).toFixed(1)} %`;
  const table = (head, rows) =>
    [head, head.map((_, place) => (place === 0 ? '---' : '--:')), ...rows]
      .map((cells) => `| ${cells.join(' | ')} |`)
      .join('\n');
  const byStatus = [...statuses].sort((a, b) => a[0] - b[0]).map(([status, count]) => [status, count, share(count)]);
  const ways = [...byWay].sort((a, b) => b[1] - a[1]);
  const operations = [...byOperation]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, { tries: own, taken }]) => [name, own, taken]);
  return `# Bad inputs

\`npm run test:fuzz\` creates a valid request for each operation of the contract (\`openapi.json\`) and mutates it: another type of value, a missing or an unknown field, 3 000 levels of depth, 60 000 spaces, digits or letters, bidirectional and invisible characters, names of inherited properties, ids in capitals, lists within lists, edited cursors, broken encodings, broken paths, broken files, foreign
origins and cookies;
alone, as two concurrent requests, or with an operation that locks in the opposite order. It checks that

- no answer is a server error: none is 5xx, none is missing, and every refusal is a problem document with the error and its remedy;
- a refused request changed nothing: every request has a different address, and no change in the audit log, which the database writes, came from a refused one (the refused sign-in itself is logged);
- in some tries without concurrent requests, every table is equal before and after a refusal, audited or not;
- feeds that answer with broken, huge, deep and endless pages neither end the server nor prevent the polling of other feeds;
- requests for \`/api/health\` every 25 ms during the run are all answered: 99 of 100 within 250 ms (a refused connection does not count as an answer);
- each operation succeeded at least once: one that always refuses would not be tested.

At the end every unit's status is recomputed and compared, and queries look for invalid rows. \`npm test\` runs a
short form with a fixed seed, so that a clean clone does not fail by chance; a long run draws its seed and prints it. This page is written by \`npm run test:fuzz -- --write\`.

**${tries} tries (seed ${seed}): ${faults.length} faults, ${differing.length} units whose status differs, ${unsound.length} kinds of
rows that could not be entered, ${unreached.length} operations that were never taken.
Health beside it, asked ${health.asked} times, ${health.unanswered} without an answer: half within ${health.p50} ms, 99 of 100 within ${health.p99} ms, the longest ${health.longest} ms.**

${table(['status', 'answers', 'share'], byStatus)}

${table(['spoilt by', 'tries'], ways)}

${table(['operation', 'tries', 'taken'], operations)}
`;
}
