import { openWork, rulesFromFacts, specificationFromFacts } from '@sturdy-shim/core';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { CheckDraftDto, UnitDto } from '../../shared/api/index.ts';
import { clockText, hoursText, openText } from '../../shared/format/index.ts';
import { KeepIn } from '../../shared/marks/index.ts';
import type { SaveState } from './draft/draft-keeper.ts';
import type { EvaluationContext } from './draft/evaluated-valve.ts';
import { useBenchPort } from './port/bench-port.ts';
import { DropCheck } from './drop-check.tsx';

interface HeadProps {
  readonly unit: UnitDto;
  readonly by: EvaluationContext;
  readonly draft: CheckDraftDto;
  readonly flush: () => Promise<number | null>;
  readonly save: SaveState;
  /** Called after the check was dropped: deletes its entries from this device. */
  readonly left: () => void;
}

/** The head of the bench: unit, open parts of the engine, state of saving, pause and drop. */
export function BenchHead({ unit: { tag, kind, family, site }, by, draft, flush, save, left }: HeadProps) {
  const status = useBenchPort().useStatus();
  const [dropping, setDropping] = useState(false);
  const open = openWork(draft, {
    specification: specificationFromFacts(family.windows, family),
    rules: rulesFromFacts(family.rules),
    bladeToleranceMm: by.bladeToleranceMm,
  });
  const words = openText(open, family.cylinders);
  return (
    <header className="bench-head">
      <Link className="frame-up" to="/bench">
        Bench
      </Link>
      <h1 className="mono">{tag}</h1>
      <p>
        <b>{kind}</b> · {family.code} · {site}
      </p>
      {status && status.hoursNow !== null && <p className="mono">{hoursText(status.hoursNow)}</p>}
      {words !== '' && (
        <p className="bench-open">
          <KeepIn /> {words}
          {save.kind === 'waiting' && <b>, not sent yet</b>}
        </p>
      )}
      <p className="bench-saved muted" aria-live="polite">
        {savedText(save)}
      </p>
      <Link className="bench-pause" to="/bench" title="The check stays open. Anyone may carry on.">
        Pause
      </Link>
      <Button onClick={() => setDropping(true)}>Drop this check</Button>
      {dropping && <DropCheck open={words} flush={flush} dropped={left} close={() => setDropping(false)} />}
    </header>
  );
}

function savedText(save: SaveState): string {
  switch (save.kind) {
    case 'saved':
      return `saved ${clockText(save.at)}`;
    case 'saving':
      return 'saving …';
    case 'waiting':
      return 'the server does not answer: saved on this device, trying again';
    case 'refused':
      return 'not saved';
    case 'conflict':
      return 'two versions';
  }
}
