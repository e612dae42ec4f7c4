import { Button } from 'antd';
import { useListAttachmentsQuery, type ClaimDto, type FamilyDto } from '../../shared/api/index.ts';
import { SOURCE_WORDS, dayText, gapText, ruleText } from '../../shared/format/index.ts';
import { Attachments } from '../attachments/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface ClaimsListProps {
  readonly family: FamilyDto;
  readonly mayDecide: boolean;
  readonly decide: (claimId: string | null) => void;
  readonly add: () => void;
}

/** What each source says, the one in force first; where others differ, it is said how. */
export function ClaimsList({ family, mayDecide, decide, add }: ClaimsListProps) {
  const unit = useShopUnit();
  const inForce = family.claims.find((claim) => claim.inForce) ?? null;
  const { data: files = [] } = useListAttachmentsQuery({ familyId: family.id });
  return (
    <section aria-labelledby="claims" className="claims">
      <header className="panel-head">
        <h2 id="claims">Sources</h2>
        {mayDecide && (
          <Button className="no-print" onClick={add}>
            Add a source
          </Button>
        )}
      </header>
      {family.claims.length === 0 && (
        <p className="muted">No source yet. Use the manual, the engine’s label, or ask the maker.</p>
      )}
      <ul>
        {family.claims.map((claim) => (
          <li key={claim.id} className={claim.inForce ? 'claim in-force' : 'claim'}>
            <p>
              <b>{SOURCE_WORDS[claim.source]}</b> {claim.claimedBy}, {dayText(claim.claimedOn)}
              {claim.inForce && <span className="in-force-word">in force</span>}
            </p>
            <p className="mono claim-rules">
              in {ruleText(claim.intake)} · ex {ruleText(claim.exhaust)}
            </p>
            {claim.note !== '' && <p className="muted">{claim.note}</p>}
            {inForce !== null && !claim.inForce && <p>{differenceText(claim, inForce, unit)}</p>}
            <p className="muted dense">
              {claim.enteredBy !== '' && `added by ${claim.enteredBy}, ${dayText(claim.enteredAt)}`}
            </p>
            <Attachments
              files={files.filter(({ claimId }) => claimId === claim.id)}
              beside={{ claimId: claim.id }}
              words="Photo of the page or label"
            />
            {mayDecide && (
              <Button size="small" className="no-print" onClick={() => decide(claim.inForce ? null : claim.id)}>
                {claim.inForce ? 'Stop using it' : 'Use this source'}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where a claim differs from the one in force, in words. */
function differenceText(claim: ClaimDto, inForce: ClaimDto, unit: 'mm' | 'thou'): string {
  const parts = (['intake', 'exhaust'] as const).flatMap((kind) => {
    const [own, other] = [claim.windows[kind], inForce.windows[kind]];
    const low = own.minMm - other.minMm;
    const high = own.maxMm - other.maxMm;
    if (Math.abs(low) < 0.0005 && Math.abs(high) < 0.0005) return [];
    const move = (by: number, edge: string): string | null =>
      Math.abs(by) < 0.0005 ? null : `${edge} ${gapText(Math.abs(by), unit)} ${by > 0 ? 'wider' : 'tighter'}`;
    return [`${kind} ${[move(low, 'starts'), move(high, 'ends')].filter(Boolean).join(', ')}`];
  });
  return parts.length === 0
    ? 'Says the same as the source in use.'
    : `Compared with the source in use: ${parts.join('; ')}.`;
}
