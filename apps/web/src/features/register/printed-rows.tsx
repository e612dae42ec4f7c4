import type { UnitLineDto } from '../../shared/api/index.ts';
import { STATE_WORDS, USE_WORDS, hoursText } from '../../shared/format/index.ts';

/** The printed register: a plain table of the loaded rows, because the list on the screen draws only visible rows. */
export const PrintedRows = ({ lines, total }: { readonly lines: readonly UnitLineDto[]; readonly total: number }) => (
  <table className="print-only printed-rows">
    <caption>
      {lines.length < total
        ? `The first ${lines.length} of ${total} units. Filter the list, or export it to print the others.`
        : `${total} units`}
    </caption>
    <thead>
      <tr>
        {['Tag', 'Kind', 'Family', 'Site', 'Serial', 'Use', 'Status', 'Hours'].map((title) => (
          <th key={title} scope="col">
            {title}
          </th>
        ))}
      </tr>
    </thead>
    <tbody>
      {lines.map(({ id, tag, kind, family, site, serial, use, state, hoursNow }) => (
        <tr key={id}>
          <th scope="row">{tag}</th>
          <td>{kind}</td>
          <td>{family}</td>
          <td>{site}</td>
          <td>{serial}</td>
          <td>{USE_WORDS[use]}</td>
          <td>{STATE_WORDS[state]}</td>
          <td>{hoursNow === null ? '–' : hoursText(hoursNow)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);
