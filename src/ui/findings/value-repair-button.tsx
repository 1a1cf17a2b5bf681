'use client';

import { useState } from 'react';
import { sayOfSpecimen } from '../../contract/specimens';
import type { Finding } from '../../core/findings/finding';
import { valueRepair } from '../../core/repairing/value-repair';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { useWhyNot } from '../data/me';
import { ask } from '../data/request';
import { useOfficeChanged } from '../data/use-office-changed';

/** Mends a finding that is about a value of a model, by having the model say what it should; nothing for other findings. */
export function ValueRepairButton(props: { finding: Finding; specimen: string | undefined; onDone: () => void }) {
  const { finding, specimen, onDone } = props;
  const tell = useOfficeChanged();
  const whyNot = useWhyNot('drafter');
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();
  const repair = valueRepair(finding);
  if (!repair || specimen === undefined) return null;
  const perform = async () => {
    setBusy(true);
    setRefused(undefined);
    try {
      await ask(sayOfSpecimen, { params: { id: specimen }, body: repair });
      tell();
      onDone();
    } catch (error) {
      setRefused((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <>
      <Button
        type="button"
        fontSize="13px"
        height="24px"
        disabled={busy || whyNot !== undefined}
        title={whyNot}
        onClick={() => void perform()}
      >
        Write “{repair.value}” in the model
      </Button>
      {refused !== undefined && <Problem>{refused}</Problem>}
    </>
  );
}
