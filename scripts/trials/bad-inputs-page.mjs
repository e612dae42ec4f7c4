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

\`npm run test:fuzz\` makes, for each operation of the contract (\`openapi.json\`), a request that the server takes, and spoils it: another kind
of value, a missing or an unknown field, 3 000 levels of depth, 60 000 spaces, digits or letters, characters that turn the direction or
are not seen, names that every object has, ids in capitals, lists within lists, edited cursors, broken encodings, broken paths, broken files, foreign
origins and cookies;
alone, as two at the same moment, or against one that names the same things in the opposite order. Looked at:

- no answer is a fault of ours: none is 5xx, none is missing, and every refusal is a problem document that says what is wrong and how to fix it;
- a refused request changed nothing: every request comes from an address of its own, and no change on the audit log, which the database
  itself writes, came from an address that was refused (that somebody was refused at the door stands there);
- some tries are made with nothing beside them, and every table is compared before and after a refusal, audited or not;
- feeds answer with broken, huge, deep and endless pages while the server polls them: no page ends it, and none keeps another from being read;
- somebody who asks for \`/api/health\` every 25 ms in the meantime is answered, each time: 99 of 100 within 250 ms (a refused connection is no answer);
- each operation was taken at least once: one that always refuses would not be tried at all.

At the end every unit's status is computed again and compared, and queries look for rows that could not be entered. \`npm test\` runs a
short form with a fixed seed, so that a clean clone does not fail by chance; a long run draws its seed and prints it. This page is written by \`npm run test:fuzz -- --write\`.

**${tries} tries (seed ${seed}): ${faults.length} faults, ${differing.length} units whose status differs, ${unsound.length} kinds of
rows that could not be entered, ${unreached.length} operations that were never taken.
Health beside it, asked ${health.asked} times, ${health.unanswered} without an answer: half within ${health.p50} ms, 99 of 100 within ${health.p99} ms, the longest ${health.longest} ms.**

${table(['status', 'answers', 'share'], byStatus)}

${table(['spoilt by', 'tries'], ways)}

${table(['operation', 'tries', 'taken'], operations)}
`;
}
