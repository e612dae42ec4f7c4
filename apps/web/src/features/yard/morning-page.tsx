import { Button } from 'antd';
import { useQueueQuery, useYardQuery, type QueueLineDto, type UnitState } from '../../shared/api/index.ts';
import { STATE_WORDS, clockText, dayText, reasonText } from '../../shared/format/index.ts';
import { useMe } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Key, PageFrame, textInAddress, useAddressState, useKeys } from '../../shared/ui/index.ts';
import './morning.css';

const FILTER = { site: textInAddress, kind: textInAddress };
/** The page size of the server, more than fits on two sheets of paper. */
const LINES = 100;
const SECTIONS: readonly UnitState[] = ['keep-in', 'overdue', 'problem', 'undecided', 'due-soon'];

/** The printed morning sheet: units that stay in and due units, with boxes to tick. */
export function MorningPage() {
  const { shopName } = useMe();
  const [{ site, kind }] = useAddressState(FILTER, { history: 'push' });
  const { data: queue, error, refetch } = useQueueQuery({ site, kind, limit: LINES });
  const { data: yard } = useYardQuery({ site, kind });
  useKeys([{ key: 'p', what: 'Print the sheet', run: () => window.print() }]);
  if (queue === undefined)
    return (
      <PageFrame asked={{ what: 'The morning sheet', data: queue, error, retry: () => void refetch(), lines: 10 }} />
    );
  const now = new Date().toISOString();
  const count = (state: UnitState): number => yard?.counts.find((each) => each.state === state)?.units ?? 0;
  const unread = count('hours-unknown');
  return (
    <PageFrame
      className="morning"
      detail={shopName}
      sentence={
        <>
          {dayText(now)}, {clockText(now)}
          {site !== undefined && ` · ${site}`}
          {kind !== undefined && ` · ${kind}`}
        </>
      }
      actions={
        <Button type="primary" onClick={() => window.print()}>
          Print <Key name="p" />
        </Button>
      }
    >
      {SECTIONS.map((state) => (
        <Section
          key={state}
          state={state}
          lines={queue.lines.filter((line) => line.state === state)}
          units={count(state)}
        />
      ))}
      {queue.total === 0 && <p>Nothing has to stay in, and nothing is due.</p>}
      {unread > 0 && (
        <p>
          {unread === 1 ? 'The hours of 1 unit are' : `The hours of ${unread} units are`} unknown: read{' '}
          {unread === 1 ? 'its meter' : 'their meters'}.
        </p>
      )}
      <p className="muted dense">The maker’s manual comes first.</p>
    </PageFrame>
  );
}

interface SectionProps {
  readonly state: UnitState;
  readonly lines: readonly QueueLineDto[];
  readonly units: number;
}

function Section({ state, lines, units }: SectionProps) {
  const unit = useShopUnit();
  if (lines.length === 0) return null;
  return (
    <section aria-label={STATE_WORDS[state]}>
      <h2>
        {state === 'keep-in' ? 'Keep in: do not send out' : STATE_WORDS[state]} <span className="muted">{units}</span>
      </h2>
      <table className="ruled">
        <tbody>
          {lines.map((line) => (
            <tr key={line.unitId}>
              <td className="morning-box" aria-hidden="true">
                ☐
              </td>
              <td className="mono strong nowrap morning-tag">{line.tag}</td>
              <td className="morning-kind">
                {line.kind}{' '}
                <span className="muted dense">
                  {line.site}
                  {line.use === 'on-hire' &&
                    `, out on rent${line.hireUntil === null ? '' : ` until ${dayText(line.hireUntil)}`}`}
                </span>
              </td>
              <td>
                {line.reasons
                  .slice(0, 2)
                  .map((reason) => reasonText(reason, unit, line.cylinders))
                  .join(' · ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {units > lines.length && <p className="muted">and {units - lines.length} more, in the program</p>}
    </section>
  );
}
