import { inRoot } from '../lib/run.mjs';
import { written } from './psql.mjs';

/** The statements of the server for a yard by family, with their parameters inlined. */
export async function writtenStatements(url, axis) {
  const { default: pg } = await import('pg');
  const { LaneQueries } = await import(inRoot('apps/server/dist/yard/lane-queries.js'));
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const statements = [];
    const manager = {
      query: async (text, parameters) => {
        statements.push(written(text, parameters));
        return (await client.query(text, parameters)).rows;
      },
    };
    const queries = new LaneQueries(manager, {}, 'family', new Date());
    const whole = { hours: 'interval_hours', days: 'interval_months * 365.25 / 12', share: '1.0' }[axis];
    const lanes = (await client.query(`select id as lane, (${whole})::float8 as whole from family`)).rows;
    const counts = await queries.counts();
    const units = (lane) => counts.filter((each) => each.lane === lane).reduce((sum, each) => sum + each.units, 0);
    const large = lanes.map(({ lane }) => lane).filter((lane) => units(lane) > 60);
    await queries.density(axis, lanes);
    await queries.worst(large, 12);
    await queries.pegs(lanes.map(({ lane }) => lane).filter((lane) => !large.includes(lane)));
    return statements;
  } finally {
    await client.end();
  }
}
