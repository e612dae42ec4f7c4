import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId, type SettleReadingDto, type SuspectDto } from '../../shared/api/index.ts';
import {
  PLAIN_SETTLEMENTS,
  clockText,
  dayText,
  hoursText,
  likelySettlements,
  readMeterFigure,
  suspicionText,
} from '../../shared/format/index.ts';
import { ShopField, ShopForm } from '../../shared/ui/index.ts';

interface SuspectProps {
  readonly suspect: SuspectDto;
  readonly maySettle: boolean;
  readonly chosen: boolean;
  readonly refusal: string | undefined;
  readonly choose: (on: boolean) => void;
  readonly decide: (words: string, settlement: SettleReadingDto) => void;
}

/** One suspect reading: its change, the reasons of doubt, and likely explanations. */
export function SuspectLine({ suspect, maySettle, chosen, refusal, choose, decide }: SuspectProps) {
  const { reading, tag, kind, site, previousHours } = suspect;
  const [correcting, setCorrecting] = useState(false);
  const likely = likelySettlements(reading, newId);
  return (
    <li className="suspect-line">
      <div className="suspect-head">
        {maySettle && (
          <Checkbox checked={chosen} aria-label={`Choose ${tag}`} onChange={({ target }) => choose(target.checked)} />
        )}
        <Link className="mono strong" to={`/units/${encodeURIComponent(tag)}`}>
          {tag}
        </Link>
        <span className="mono nowrap">
          {previousHours !== null && `${hoursText(previousHours)} → `}
          {hoursText(reading.hours)}
        </span>
      </div>
      <p className="muted dense">
        {kind} · {site} · {reading.readBy}, {dayText(reading.readAt)}, {clockText(reading.readAt)}
        {reading.note !== '' && ` · “${reading.note}”`}
      </p>
      <p>{reading.suspicions.map(suspicionText).join(' ')}</p>
      {refusal !== undefined && (
        <p className="field-wrong" role="alert">
          {refusal}
        </p>
      )}
      {maySettle && (
        <div className="suspect-choices">
          {[...likely, ...PLAIN_SETTLEMENTS].map(({ words, settlement }, index) => (
            <Button
              key={words}
              size="small"
              type={index === 0 && likely.length > 0 ? 'primary' : 'default'}
              onClick={() => decide(words, settlement)}
            >
              {words}
            </Button>
          ))}
          {!correcting && (
            <Button size="small" onClick={() => setCorrecting(true)}>
              Correct …
            </Button>
          )}
        </div>
      )}
      {correcting && (
        <Correction
          tag={tag}
          correct={(hours) =>
            decide('corrected', { decision: 'corrected', correctedHours: hours, replacementId: newId() })
          }
        />
      )}
    </li>
  );
}

const TYPED = { typed: '' };
const METER_FIGURE = {
  validator: (_: unknown, typed: string) => {
    const figure = readMeterFigure(typed);
    return !figure.ok ? Promise.reject(new Error(figure.problem)) : Promise.resolve();
  },
};

/** The corrected figure. */
const Correction = ({ tag, correct }: { readonly tag: string; readonly correct: (hours: number) => void }) => (
  <ShopForm
    name={`correct-${tag}`}
    className="suspect-correction"
    initial={TYPED}
    submit="Enter it"
    send={({ typed }) => {
      const figure = readMeterFigure(typed);
      if (figure.ok) correct(figure.value);
      return Promise.resolve(null);
    }}
  >
    <ShopField name="typed" label={`${tag}: what the meter really showed`} rules={[METER_FIGURE]}>
      <Input className="mono" inputMode="decimal" autoFocus suffix="h" />
    </ShopField>
  </ShopForm>
);
