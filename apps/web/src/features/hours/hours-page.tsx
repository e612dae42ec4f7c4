import { Segmented } from 'antd';
import { Link } from 'react-router';
import { problemOf, useHoursOverviewQuery } from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Pending, ProblemNote, textInAddress, useAddressState } from '../../shared/ui/index.ts';
import { SuspectList } from './suspect-list.tsx';
import { Walk } from './walk.tsx';
import './hours.css';

const PLACE = { site: textInAddress };

/** Reading meters fast: a walk by site, and what does not add up beside it. */
export function HoursPage() {
  const [{ site }, goTo] = useAddressState(PLACE, { history: 'push' });
  const mayFeeds = useMay('hourFeeds');
  const mayImport = useMay('importReadings');
  const { data, error, refetch } = useHoursOverviewQuery(undefined, { refetchOnMountOrArgChange: 60 });
  if (data === undefined) {
    return error ? (
      <main className="hours-main">
        <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />
      </main>
    ) : (
      <Pending lines={10} />
    );
  }
  const walked = data.sites.find(({ name }) => name === site) ?? data.sites.find(({ units }) => units > 0);
  return (
    <div className="hours">
      <main className="hours-main">
        {walked === undefined ? (
          <>
            <h1>No meters to read yet.</h1>
            <p className="muted">Units in service that have an hour meter are listed here, site by site.</p>
          </>
        ) : (
          <>
            <h1>
              {walked.name}: {walked.readToday} of {walked.units} meters read today
            </h1>
            <div className="hours-sites">
              <Segmented
                aria-label="Site that is walked"
                options={data.sites.map(({ name, units }) => ({
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
              {mayImport && <Link to="/hours/import">Import a file</Link>}
              {mayFeeds && <Link to="/hours/feeds">Feeds</Link>}
            </div>
            <Walk key={walked.siteId} siteId={walked.siteId} />
          </>
        )}
      </main>
      <SuspectList />
    </div>
  );
}
