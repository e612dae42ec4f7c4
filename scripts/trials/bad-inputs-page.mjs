/** The guide's page about bad inputs, from a run. */
export function badInputsPage({ seed, tries, faults, statuses, byOperation, differing }) {
  const share = (count) => `${((100 * count) / tries).toFixed(1)} %`;
  const byStatus = [...statuses]
    .sort((a, b) => a[0] - b[0])
    .map(([status, count]) => `| ${status} | ${count} | ${share(count)} |`);
  const operations = [...byOperation]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, { tries: own, accepted }]) => `| ${name} | ${own} | ${accepted} |`);
  return `# Bad inputs

\`npm run test:fuzz\` sends requests to a served demo: made from the contract (\`openapi.json\`), then spoilt in one place or more —
another kind of value, a missing or an unknown field, too much, too deep, broken JSON, broken paths, foreign content types — as
each role and as nobody. Two things are looked at after every try:

- no answer is a fault of ours: none is 5xx, none is missing, and every refusal is a problem document that says what is wrong and how to mend it;
- a refused request changed nothing: the record, which the database itself writes with every change, has not grown.

At the end every standing is computed anew and compared. \`npm test\` runs a short form with a new seed each time; a failing run
prints its seed. This page is written by \`npm run test:fuzz -- --write\`.

**${tries} tries (seed ${seed}): ${faults.length} faults, ${differing.length} standings that differ.**

| status | answers | share |
| --: | --: | --: |
${byStatus.join('\n')}

| operation | tries | accepted |
| --- | --: | --: |
${operations.join('\n')}
`;
}
