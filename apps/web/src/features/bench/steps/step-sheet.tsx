import type { CheckStep, ShopUnit, TemperatureUnit } from '@sturdy-shim/core';
import type { ReactNode } from 'react';
import type { UnitDto } from '../../../shared/api/index.ts';
import { CoverDrawing, ValveLayout } from '../../../shared/drawings/index.ts';
import {
  SEAL_WORDS,
  dayText,
  gaugedText,
  itemText,
  lastTimeText,
  rangeText,
  temperatureFigures,
  torquesFor,
} from '../../../shared/format/index.ts';
import { usePreferences, useShopUnit } from '../../../shared/preferences/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { GapPlace } from '../position/gap-place.tsx';

interface StepSheetProps {
  readonly step: CheckStep;
  readonly unit: UnitDto;
}

/** Facts of the family's sheet, the machine and its last check for one step: picture, torque, parts, note. */
export function StepSheet({ step, unit }: StepSheetProps) {
  const { temperature } = usePreferences();
  const gaps = useShopUnit();
  const last = useBenchPort().useLastCheck();
  const { picture, lines } = OF_STEP[step](unit, { gaps, temperature });
  const lastTime = last === undefined ? '' : lastTimeText(step, last.draft, temperature);
  const said = lines.filter(([, text]) => text !== '');
  return (
    <aside className="step-sheet" aria-label="What the sheet says of this step">
      {picture}
      {said.length > 0 && (
        <dl>
          {said.map(([label, text]) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
      )}
      {last !== undefined && (lastTime !== '' || last.note !== '') && (
        <div className="last-note">
          <p className="muted">
            Last check, {dayText(last.at)}
            {last.by !== '' && `, ${last.by}`}
          </p>
          {lastTime !== '' && <p>{lastTime.charAt(0).toUpperCase() + lastTime.slice(1)}.</p>}
          {last.note !== '' && <p className="start-note">{last.note}</p>}
        </div>
      )}
    </aside>
  );
}

interface Units {
  readonly gaps: ShopUnit;
  readonly temperature: TemperatureUnit;
}

interface Said {
  readonly picture?: ReactNode;
  /** Lines without text are omitted. */
  readonly lines: readonly (readonly [label: string, text: string])[];
}

const itemsText = (items: UnitDto['family']['sheet']['tools']): string => items.map(itemText).join(' · ');
const intervalOf = (window: { minMm: number; maxMm: number } | undefined, unit: ShopUnit): string =>
  window === undefined ? '' : rangeText(window.minMm, window.maxMm, unit);

const OF_STEP: Readonly<Record<CheckStep, (unit: UnitDto, units: Units) => Said>> = {
  safe: ({ family: { sheet }, particulars }) => ({
    lines: [
      ['Tools', itemsText(sheet.tools)],
      ['Parts', [itemsText(sheet.parts), ...particulars.parts].filter(Boolean).join(' · ')],
      ['Access', particulars.access],
      ['In the way', particulars.obstacle],
    ],
  }),
  temperature: ({ family }, { gaps, temperature }) => ({
    lines: [
      ['Gauged', `${gaugedText(family.temperature)} ${temperatureFigures(family, temperature)}`],
      ['Rests', family.restHours === null ? '' : `${family.restHours} h at least`],
      ['Intake', intervalOf(family.windows?.intake, gaps)],
      ['Exhaust', intervalOf(family.windows?.exhaust, gaps)],
    ],
  }),
  open: ({ family: { sheet } }) => ({
    lines: [
      ['Tools', itemsText(sheet.tools)],
      ['Screws', sheet.coverScrews === null ? '' : `${sheet.coverScrews.count} on the cover`],
    ],
  }),
  name: ({ family }) => ({
    picture: (
      <>
        <ValveLayout family={family} />
        <GapPlace family={family} />
      </>
    ),
    lines: [],
  }),
  position: () => ({ lines: [] }),
  release: ({ family }) => ({ lines: [['The sheet says', family.sheet.compressionRelease]] }),
  caps: ({ family }) => ({ picture: <ValveLayout family={family} />, lines: [] }),
  close: ({ family: { sheet } }) => ({
    picture: sheet.coverScrews !== null && <CoverDrawing screws={sheet.coverScrews} />,
    lines: [
      ['Cover', torquesFor(sheet, 'cover').join(', ')],
      ['Plug', torquesFor(sheet, 'plug').join(', ')],
      ['Other torques', torquesFor(sheet, 'rest').join(', ')],
      ['Seal', [sheet.seal && SEAL_WORDS[sheet.seal], sheet.sealNote].filter(Boolean).join('; ')],
      ['Parts', itemsText(sheet.parts)],
    ],
  }),
  run: ({ family: { sheet } }) => ({
    lines: [
      ['Starting aid', sheet.compressionRelease],
      ['In the year', sheet.season],
    ],
  }),
};
