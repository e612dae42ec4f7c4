import { Button } from 'antd';
import { Link } from 'react-router';
import { useListAttachmentsQuery, type SourceDto, type FamilyDto } from '../../shared/api/index.ts';
import { SOURCE_WORDS, dayText, gapText, rangeText, ruleText } from '../../shared/format/index.ts';
import { Attachments } from '../attachments/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface SourcesListProps {
  readonly family: FamilyDto;
  readonly mayDecide: boolean;
  readonly decide: (sourceId: string | null) => void;
  readonly add: () => void;
}

/** The rules of each source, the one in use first, with the differences of the others. */
export function SourcesList({ family, mayDecide, decide, add }: SourcesListProps) {
  const unit = useShopUnit();
  const inUse = family.sources.find((source) => source.inUse) ?? null;
  const { data: files = [] } = useListAttachmentsQuery({ familyId: family.id });
  return (
    <section aria-labelledby="sources" className="sources">
      <header className="panel-head">
        <h2 id="sources">Sources</h2>
        {mayDecide && (
          <Button className="no-print" onClick={add}>
            Add a source
          </Button>
        )}
      </header>
      {family.baseCode !== null && inUse === null && family.windows !== null && (
        <p>
          In use here: the source of{' '}
          <Link to={`/families/${encodeURIComponent(family.baseCode)}`}>{family.baseCode}</Link>.
        </p>
      )}
      {family.sources.length === 0 && family.windows === null && (
        <p className="muted">No source yet. Use the manual, the engine’s label, or ask the maker.</p>
      )}
      <ul>
        {family.sources.map((source) => (
          <li key={source.id} className={source.inUse ? 'source in-use' : 'source'}>
            <p>
              <b>{SOURCE_WORDS[source.kind]}</b> {source.saidBy}, {dayText(source.saidOn)}
              {source.inUse && <span className="in-use-word">in use</span>}
            </p>
            <p className="mono source-rules">
              in {ruleText(source.intake)} · ex {ruleText(source.exhaust)}
            </p>
            <p className="mono muted dense">{windowsText(source)}</p>
            {source.note !== '' && <p className="muted">{source.note}</p>}
            {inUse !== null && !source.inUse && <p>{differenceText(source, inUse, unit)}</p>}
            <p className="muted dense">
              {source.enteredBy !== '' && `added by ${source.enteredBy}, ${dayText(source.enteredAt)}`}
            </p>
            <Attachments
              files={files.filter(({ sourceId }) => sourceId === source.id)}
              beside={{ sourceId: source.id }}
              words="Photo of the page or label"
            />
            {mayDecide && (
              <Button size="small" className="no-print" onClick={() => decide(source.inUse ? null : source.id)}>
                {source.inUse ? 'Stop using it' : 'Use this source'}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What it says as windows, in both units. */
const windowsText = ({ windows: { intake, exhaust } }: SourceDto): string =>
  (['mm', 'thou'] as const)
    .map(
      (unit) =>
        `in ${rangeText(intake.minMm, intake.maxMm, unit)}, ex ${rangeText(exhaust.minMm, exhaust.maxMm, unit)}`,
    )
    .join(' · ');

/** Half a hundredth, the rounding difference between a sheet in mm and an equal one in thou. */
const SAME_MM = 0.005;

/** The difference between a source and the one in use, in words. */
function differenceText(source: SourceDto, inUse: SourceDto, unit: 'mm' | 'thou'): string {
  const parts = (['intake', 'exhaust'] as const).flatMap((kind) => {
    const [own, other] = [source.windows[kind], inUse.windows[kind]];
    const low = own.minMm - other.minMm;
    const high = own.maxMm - other.maxMm;
    if (Math.abs(low) < SAME_MM && Math.abs(high) < SAME_MM) return [];
    const move = (by: number, edge: string): string | null =>
      Math.abs(by) < SAME_MM ? null : `${edge} ${gapText(Math.abs(by), unit)} ${by > 0 ? 'wider' : 'tighter'}`;
    return [`${kind} ${[move(low, 'starts'), move(high, 'ends')].filter(Boolean).join(', ')}`];
  });
  return parts.length === 0
    ? 'Says the same as the source in use.'
    : `Compared with the source in use: ${parts.join('; ')}.`;
}
