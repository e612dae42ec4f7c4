import { useState } from 'react';
import { problemOf, useChangeTimeZoneMutation } from '../../../shared/api/index.ts';
import { useMay, useMe } from '../../../shared/me/index.ts';
import { ShopField, ShopForm, ZoneSelect } from '../../../shared/ui/index.ts';

/** The time zone of the shop. */
export function ZonePanel() {
  const { timeZone } = useMe();
  const may = useMay('changeTimeZone');
  const [changed, setChanged] = useState(false);
  const [change] = useChangeTimeZoneMutation();
  return (
    <section className="zone-panel" aria-labelledby="zone-title">
      <h2 id="zone-title">Time zone</h2>
      <p className="muted">
        Days begin and end by these clocks, wherever a tablet is. A change moves no reading and no check, only the day
        on which it falls.
      </p>
      {may ? (
        <ShopForm
          key={timeZone}
          name="zone"
          guarded
          className="zone-form"
          initial={{ timeZone }}
          submit="Change the time zone"
          large
          send={async (values) =>
            problemOf((await change({ changeTimeZoneDto: { timeZone: values.timeZone, instead: timeZone } })).error)
          }
          changed={setChanged}
          disabled={!changed}
        >
          <ShopField name="timeZone" label="Time zone of the shop">
            <ZoneSelect value={timeZone} onChange={() => undefined} />
          </ShopField>
        </ShopForm>
      ) : (
        <p>{timeZone.replaceAll('_', ' ')}</p>
      )}
    </section>
  );
}
