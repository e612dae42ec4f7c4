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

No acknowledged write is ever lost or counted twice. \`npm run test:faults\` tries to disprove that: ${writers} writers
record readings (some on the same units) and whole checks on a demo yard, while faults of the server, its database, the connections and the disk are caused. A writer behaves like the interface: it creates the id of a write, and repeats the same write until there is a definite answer. Afterwards every acknowledged write must exist exactly once, complete, with one audit entry; and every unit's status must equal a computation from bare facts.

\`npm test\` runs a short form of it. This table is written by \`npm run test:faults -- --write\`.

${table.join('\n')}

- _Never answered_: writes without an answer at the end of a trial. They may be stored or not; repeated they would count once.
- The disk: the database is copied to a small disk in memory, which is filled completely and emptied again.
- Times are not shown on purpose: benchmarks measure speed.

## Running jobs

A job is held by a lease that its node renews; when the node or its database fails, another node resumes it within a minute where it stopped. The same run causes faults of the server, its database and its clock during jobs of every kind:

${jobs.map(said).join('\n')}

## Concurrent programs

The demo, a shop, backups and restores of one checkout share a PostgreSQL. The same run starts them as a person does, waits until they are idle without pool connections, and ends them in every order:

${proven.join('\n')}

## Why it holds

- A write is one transaction: the fact, the unit's status and the audit entry are stored together or not at all.
- The answer is sent only after the transaction is on the disk (\`fsync\` and \`synchronous_commit\` are on, and stay on).
- The sender creates the id. A repeated write finds the stored one and gets the same answer.
- Writers of one unit are serialized by a lock on its row; a draft carries a version, and a stale one is refused with both.
- Each program that uses PostgreSQL or serves a database holds an advisory lock on a separate connection for its lifetime
  (\`scripts/lib/leases.mjs\`, \`apps/server/src/database/serving-lease.ts\`): no other program can stop the cluster or replace the database in that time.
- PostgreSQL detects deadlocks; the aborted transaction is repeated (\`platform/audited-transaction.ts\`).
- A backup gets its final name when it is completely on the disk; an interrupted one has none.
- When the database is away the answer is \`503 database-away\` and asks to send the request again, because it is unknown whether it was stored.
`;
}
