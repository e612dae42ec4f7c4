import { Drawer, Segmented, Tabs } from 'antd';
import { Key, useKeys } from '../../shared/ui/index.ts';
import { BladesPanel } from './panels/blades-panel.tsx';
import { CrankPanel } from './panels/crank-panel.tsx';
import { ShimsPanel } from './panels/shims-panel.tsx';
import { TriesPanel } from './panels/tries-panel.tsx';
import { TurnPanel } from './panels/turn-panel.tsx';
import { UnitsPanel } from './panels/units-panel.tsx';
import { type PanelName, type Reckon, useReckon } from './reckon-state.ts';
import './reckoner.css';

const TITLES: Record<
  PanelName,
  { readonly title: string; readonly Panel: (props: { readonly reckon: Reckon }) => React.ReactNode }
> = {
  blades: { title: 'Blades', Panel: BladesPanel },
  tries: { title: 'Tries', Panel: TriesPanel },
  turn: { title: 'Turn', Panel: TurnPanel },
  shims: { title: 'Shims', Panel: ShimsPanel },
  crank: { title: 'Crank', Panel: CrankPanel },
  units: { title: 'Units', Panel: UnitsPanel },
};

/** The same reckoning without a unit, from anywhere with `R`. What is typed lives in the address and can be linked. */
export function Reckoner() {
  const reckon = useReckon();
  useKeys([{ key: 'r', what: 'Open the calculator', run: () => reckon.open('blades') }]);
  return (
    <Drawer
      open={reckon.panel !== null}
      onClose={reckon.shut}
      size={620}
      title="Calculator"
      mask={false}
      extra={
        <Segmented
          aria-label="Unit of the figures"
          options={['mm', 'thou']}
          value={reckon.unit}
          onChange={(unit) => reckon.setUnit(unit as 'mm' | 'thou')}
        />
      }
      rootClassName="reckoner"
    >
      {reckon.panel !== null && (
        <Tabs
          activeKey={reckon.panel}
          onChange={(panel) => reckon.open(panel as PanelName)}
          items={Object.entries(TITLES).map(([key, { title, Panel }]) => ({
            key,
            label: title,
            children:
              key === reckon.panel ? (
                <div className="reckon-panel">
                  <Panel reckon={reckon} />
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
