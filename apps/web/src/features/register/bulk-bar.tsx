import { entriesOf } from '@sturdy-shim/core';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { problemOf, useChangeUnitsMutation, type SiteDto, type UnitUse } from '../../shared/api/index.ts';
import { USE_WORDS } from '../../shared/format/index.ts';
import { DayField, ProblemNote } from '../../shared/ui/index.ts';

interface BulkBarProps {
  readonly unitIds: readonly string[];
  readonly sites: readonly SiteDto[];
  readonly done: () => void;
  readonly labels: () => void;
}

/** Moves the chosen units to another site or state, or prints their labels. All or none. */
export function BulkBar({ unitIds, sites, done, labels }: BulkBarProps) {
  const [siteId, setSiteId] = useState<string | null>(null);
  const [use, setUse] = useState<UnitUse | null>(null);
  const [hireUntil, setHireUntil] = useState('');
  const [change, { error, isLoading }] = useChangeUnitsMutation();
  const send = async (): Promise<void> => {
    const { data } = await change({
      bulkChangeDto: {
        unitIds: [...unitIds],
        ...(siteId !== null && { siteId }),
        ...(use !== null && { use }),
        ...(use === 'on-hire' && hireUntil !== '' && { hireUntil }),
      },
    });
    if (data !== undefined) done();
  };
  return (
    <section className="bulk-bar" aria-label="Selected units">
      <b>{unitIds.length === 1 ? '1 unit' : `${unitIds.length} units`}</b>
      <Select
        aria-label="Move to site"
        placeholder="Move to site"
        allowClear
        value={siteId}
        onChange={(value: string | null) => setSiteId(value ?? null)}
        options={sites.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <Select
        aria-label="Set use"
        placeholder="Set use"
        allowClear
        value={use}
        onChange={(value: UnitUse | null) => setUse(value ?? null)}
        options={entriesOf(USE_WORDS).map(([value, label]) => ({ value, label }))}
      />
      {use === 'on-hire' && <DayField aria-label="Rented until" value={hireUntil} change={setHireUntil} />}
      <Button type="primary" loading={isLoading} disabled={siteId === null && use === null} onClick={() => void send()}>
        Apply
      </Button>
      <Button onClick={labels}>Print labels</Button>
      <Button type="text" onClick={done}>
        Clear selection
      </Button>
      <ProblemNote problem={problemOf(error)} />
    </section>
  );
}
