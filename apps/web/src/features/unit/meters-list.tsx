import { useMetersOfUnitQuery } from '../../shared/api/index.ts';
import { dayText, hoursText } from '../../shared/format/index.ts';

/** Meters that were fitted later, and known roll-overs. Empty for a unit with its original meter only. */
export function MetersList({ tag }: { readonly tag: string }) {
  const { data: meters = [] } = useMetersOfUnitQuery({ tag });
  if (meters.length === 0) return null;
  return (
    <section aria-labelledby="meters">
      <h3 id="meters">Hour meters</h3>
      <ol className="meters-list">
        {meters.map(({ fittedAt, startedAtHours, modulusHours, reason, enteredBy }) => (
          <li key={fittedAt ?? 'first'}>
            {fittedAt === null
              ? 'The one it came with'
              : `Fitted by ${dayText(fittedAt)}, started at ${hoursText(startedAtHours ?? 0)}`}
            {modulusHours !== null && `, rolls over at ${modulusHours} h`}
            {reason !== '' && `: ${reason}`}
            {enteredBy !== '' && <span className="muted"> {enteredBy}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}
