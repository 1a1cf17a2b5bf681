'use client';

import { useEffect, useRef, useState } from 'react';
import type { Resources } from '../../core/scene/resources';
import { whenIdle } from '../controls/when-idle';
import { ProofClient } from '../proof/proof-client';

/** A proof worker for as long as the component is there, working with the newest resources. */
export function useProofClient(resources: Resources | undefined): ProofClient | undefined {
  const [client, setClient] = useState<ProofClient>();
  const held = useRef<ProofClient>(undefined);
  useEffect(() => {
    if (!resources) return;
    if (held.current) {
      held.current.setResources(resources);
      return;
    }
    // What is on the screen itself comes first.
    return whenIdle(() => {
      held.current = new ProofClient(resources);
      setClient(held.current);
    }, 500);
  }, [resources]);
  useEffect(
    () => () => {
      held.current?.end();
      held.current = undefined;
    },
    [],
  );
  return client;
}
