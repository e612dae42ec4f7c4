const number = (value) => String(value);

/** The guide's page about faults, from a run. */
export function reliabilityPage(lines, beside, { writers, jobs }) {
  const rows = lines.map((line) =>
    line.skipped === undefined
      ? [
          line.name,
          number(line.rounds),
          number(line.readings),
          number(line.checks),
          number(line.lost),
          number(line.doubled),
          number(line.differing.length),
          number(line.unanswered),
        ]
      : [line.name, 'not run', '', '', '', '', '', line.skipped],
  );
  const table = [
    [
      'what was broken',
      'times',
      'readings acknowledged',
      'checks acknowledged',
      'lost',
      'counted other than once',
      'statuses that differ',
      'never answered',
    ],
    ['---', '--:', '--:', '--:', '--:', '--:', '--:', '--:'],
    ...rows,
  ].map((cells) => `| ${cells.join(' | ')} |`);
  const said = ({ name, failure }) => `- ${name}: ${failure === null ? 'holds' : `does not hold (${failure})`}`;
  const proven = beside.map(said);
  return `# What happens when something breaks

No acknowledged write is ever lost, and none counts twice. \`npm run test:faults\` tries to prove the opposite: ${writers} writers
record readings (some on the same units) and whole checks on a demo yard, while the server, its database, the lines and the disk
are broken under them. A writer does what the interface does: it makes the id of a write, and sends the same write again until
there is a definite answer. Afterwards every write that was acknowledged is looked for: it must be there, whole, and once on the
record; and every unit's status must be what the bare facts give, computed again.

\`npm test\` runs a short form of it. This table is written by \`npm run test:faults -- --write\`.

${table.join('\n')}

- _Never answered_: writes still without an answer when a trial ended. They may be kept or not; sent again they would count once.
- The disk: the database is copied to a small disk in memory, which is filled until nothing can be written, and emptied again.
- Times are not shown on purpose: speed is the business of the benchmarks.

## Jobs under way

A job is held by a lease that its node renews; when the node or its database goes away, another takes it up within a minute and goes
on where it stood. The same run breaks the server, its database and its clock under jobs of every kind:

${jobs.map(said).join('\n')}

## Programs beside each other

The demo, a shop, backups and restores of one checkout share a PostgreSQL. The same run starts them as a person does, lets them
idle until no connection of their pools is left, and ends them in every order:

${proven.join('\n')}

## Why it holds

- A write is one transaction: the fact, the unit's status and the entry on the audit log are kept together or not at all.
- The answer leaves only after the transaction is on the disk (\`fsync\` and \`synchronous_commit\` are on, and stay on).
- The sender makes the id. A write sent again finds itself and gets the same answer.
- Writers on one unit take turns at the unit's row; a draft carries a version, and a stale one is refused with both.
- Whoever uses PostgreSQL or serves a database holds an advisory lock on a connection of its own as long as the process lives
  (\`scripts/lib/leases.mjs\`, \`apps/server/src/database/serving-lease.ts\`): no one stops the one or replaces the other in the meantime.
- Two transactions that wait for each other are told apart by PostgreSQL; the one that lost is done again (\`platform/audited-transaction.ts\`).
- A backup gets its name when all of it is on the disk; one that was cut off has none.
- When the database is away the answer is \`503 database-away\` and says to send it again: no one is told that it was kept or not.
`;
}
