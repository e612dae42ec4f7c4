import { Segmented } from 'antd';
import { Link } from 'react-router';
import { useHoursOverviewQuery } from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { EmptyPlace, PageFrame, textInAddress, useAddressState } from '../../shared/ui/index.ts';
import { SuspectList } from './suspect-list.tsx';
import { Walk } from './walk.tsx';
import './hours.css';

const PLACE = { site: textInAddress };

/** Fast entry of meter readings by site, with the suspect readings beside it. */
export function HoursPage() {
  const [{ site }, goTo] = useAddressState(PLACE, { history: 'push' });
  const mayFeeds = useMay('hourFeeds');
  const mayImport = useMay('importReadings');
  const { data, error, refetch } = useHoursOverviewQuery(undefined, { refetchOnMountOrArgChange: 60 });
  const walked =
    data?.sites.find(({ name }) => name === site) ?? data?.sites.find(({ units }) => units > 0) ?? undefined;
  return (
    <PageFrame
      asked={{ what: 'The list of meters', data, error, retry: () => void refetch(), lines: 10 }}
      title={
        walked === undefined ? 'Hours' : `${walked.name}: ${walked.readToday} of ${walked.units} meters read today`
      }
      actions={
        <>
          {mayFeeds && <Link to="/hours/feeds">Feeds</Link>}
          {mayImport && <Link to="/hours/import">Import a file</Link>}
        </>
      }
      panel={<SuspectList />}
    >
      {walked === undefined ? (
        <EmptyPlace
          what="Units in service that have an hour meter will be listed here, site by site, in the order in which you walk past them."
          begin={<Link to="/register">Add units, or give one its meter</Link>}
          example={
            <p>
              <b className="mono">MW-007</b> Ride-on mower · last 412.6 h, 6 days ago · expected 418 to 431
            </p>
          }
        />
      ) : (
        <>
          <div className="hours-sites">
            <Segmented
              aria-label="Site that is walked"
              options={(data?.sites ?? []).map(({ name, units }) => ({
                value: name,
                label: (
                  <>
                    {name} <span className="muted">{units}</span>
                  </>
                ),
              }))}
              value={walked.name}
              onChange={(name) => goTo({ site: name })}
            />
          </div>
          <Walk key={walked.siteId} siteId={walked.siteId} />
        </>
      )}
    </PageFrame>
  );
}
