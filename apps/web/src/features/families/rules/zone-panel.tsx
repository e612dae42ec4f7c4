import { Button } from 'antd';
import { useState } from 'react';
import { problemOf, useChangeTimeZoneMutation } from '../../../shared/api/index.ts';
import { useMay, useMe } from '../../../shared/me/index.ts';
import { ProblemNote, ZoneSelect } from '../../../shared/ui/index.ts';

/** Where the shop's days begin and end. */
export function ZonePanel() {
  const { timeZone } = useMe();
  const may = useMay('changeTimeZone');
  const [chosen, setChosen] = useState(timeZone);
  const [change, { error, isLoading }] = useChangeTimeZoneMutation();
  return (
    <section className="zone-panel" aria-labelledby="zone-title">
      <h2 id="zone-title">Time zone</h2>
      <p className="muted">
        Days begin and end by these clocks, wherever a tablet is. A change moves no reading and no check, only the day
        on which it falls.
      </p>
      {may ? (
        <form
          className="zone-form"
          onSubmit={(event) => {
            event.preventDefault();
            void change({ changeTimeZoneDto: { timeZone: chosen, instead: timeZone } });
          }}
        >
          <label htmlFor="zone">Time zone of the shop</label>
          <ZoneSelect id="zone" value={chosen} onChange={setChosen} />
          <Button size="large" htmlType="submit" loading={isLoading} disabled={chosen === timeZone}>
            Change the time zone
          </Button>
        </form>
      ) : (
        <p>{timeZone.replaceAll('_', ' ')}</p>
      )}
      <ProblemNote problem={problemOf(error)} />
    </section>
  );
}
