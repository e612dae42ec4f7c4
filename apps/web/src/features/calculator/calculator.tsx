import { Drawer, Segmented, Tabs } from 'antd';
import { Key } from '../../shared/ui/index.ts';
import { BladesPanel } from './panels/blades-panel.tsx';
import { CrankPanel } from './panels/crank-panel.tsx';
import { ShimsPanel } from './panels/shims-panel.tsx';
import { TriesPanel } from './panels/tries-panel.tsx';
import { TurnPanel } from './panels/turn-panel.tsx';
import { UnitsPanel } from './panels/units-panel.tsx';
import { type PanelName, type CalculatorState, useCalculator } from './calculator-state.ts';
import './calculator.css';

const TITLES: Record<
  PanelName,
  { readonly title: string; readonly Panel: (props: { readonly calculator: CalculatorState }) => React.ReactNode }
> = {
  blades: { title: 'Blades', Panel: BladesPanel },
  tries: { title: 'Tries', Panel: TriesPanel },
  turn: { title: 'Turn', Panel: TurnPanel },
  shims: { title: 'Shims', Panel: ShimsPanel },
  crank: { title: 'Crank', Panel: CrankPanel },
  units: { title: 'Units', Panel: UnitsPanel },
};

/**
 * The calculator, opened anywhere with `R`, without a fleet unit. Its fields are stored in the address and can be
 * linked.
 */
export function Calculator() {
  const calculator = useCalculator();
  return (
    <Drawer
      open={calculator.panel !== null}
      onClose={calculator.shut}
      size={620}
      title="Calculator"
      mask={false}
      extra={
        <Segmented<'mm' | 'thou'>
          aria-label="Unit of the figures"
          options={['mm', 'thou']}
          value={calculator.unit}
          onChange={(unit) => calculator.setUnit(unit)}
        />
      }
      rootClassName="calculator"
    >
      {calculator.of !== null && (
        <p className="calculator-of">
          Figures of <b>{calculator.of}</b>, until others are typed.
        </p>
      )}
      {calculator.panel !== null && (
        <Tabs
          activeKey={calculator.panel}
          onChange={(panel) => calculator.open(panel as PanelName)}
          items={Object.entries(TITLES).map(([key, { title, Panel }]) => ({
            key,
            label: title,
            children:
              key === calculator.panel ? (
                <div className="calculator-panel">
                  <Panel calculator={calculator} />
                </div>
              ) : null,
          }))}
        />
      )}
      <p className="muted dense">
        <Key name="Escape" /> closes it. The maker’s manual comes before anything calculated here.
      </p>
    </Drawer>
  );
}
