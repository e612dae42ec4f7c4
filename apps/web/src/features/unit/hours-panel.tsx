import { useOutlookOfUnitQuery, type UnitStatusDto } from '../../shared/api/index.ts';
import { agoText, dayText, dueText, hoursText, monthsText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { UseForm } from './use-form.tsx';
import { ReadingForm } from '../../shared/ui/index.ts';

interface HoursPanelProps {
  readonly tag: string;
  readonly status: UnitStatusDto;
  readonly noMeter: boolean;
}

/** The hours of a unit, its remaining interval, and the field for the next reading. */
export function HoursPanel({ tag, status, noMeter }: HoursPanelProps) {
  const { hoursNow, hoursReadAt, shareLeft } = status;
  const due = dueText(status);
  const mayRead = useMay('recordReading');
  return (
    <section className="hours-panel" aria-label="Run-hours">
      <p className="hours-now mono">{hoursNow === null ? '– – –' : `${noMeter ? '≈ ' : ''}${hoursText(hoursNow)}`}</p>
      <p className="muted dense">
        {hoursReadAt === null
          ? noMeter
            ? 'nothing entered yet'
            : 'no reading yet'
          : `${noMeter ? 'estimated up to' : 'read'} ${agoText(hoursReadAt, new Date())}`}
      </p>
      {due !== null && <p className="hours-due">{due}</p>}
      <Outlook tag={tag} />
      {shareLeft !== null && <IntervalBar shareLeft={shareLeft} />}
      {mayRead && !noMeter && <ReadingForm key={tag} tag={tag} keyName="h" />}
      {mayRead && noMeter && <UseForm key={tag} tag={tag} />}
    </section>
  );
}

/** The forecast, from the usage of the unit and its group at this time of the year. */
function Outlook({ tag }: { readonly tag: string }) {
  const { data } = useOutlookOfUnitQuery({ tag });
  if (data === undefined || data.hoursToday === null) return null;
  const { perWeek, dueByHoursAt, dueEarliestAt, dueLatestAt, unseenMonths } = data;
  return (
    <p
      className="muted dense"
      title="In 80 of 100 cases between these two days. An estimate: the status goes by what was read."
    >
      About {hoursText(perWeek)} a week now.{' '}
      {dueByHoursAt !== null && dueEarliestAt !== null && (
        <>
          Likely due {dayText(dueByHoursAt)}, between {dayText(dueEarliestAt)} and{' '}
          {dueLatestAt === null ? 'years ahead' : dayText(dueLatestAt)}.
        </>
      )}
      {unseenMonths.length > 0 && (
        <>
          {' '}
          Nothing like it has been read in {monthsText(unseenMonths)} yet: the dates do not allow for{' '}
          {unseenMonths.length === 1 ? 'that month' : 'those months'}.
        </>
      )}
    </p>
  );
}

/** The used part of the interval; when overdue, the end of the bar is ink on hatching. */
function IntervalBar({ shareLeft }: { readonly shareLeft: number }) {
  const used = Math.min(1, Math.max(0, 1 - shareLeft));
  return (
    <div
      className={`interval-bar${shareLeft <= 0 ? ' past' : ''}`}
      role="img"
      aria-label={`${Math.round((1 - shareLeft) * 100)} % of the interval used`}
    >
      <span style={{ width: `${used * 100}%` }} />
    </div>
  );
}
