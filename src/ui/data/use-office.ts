'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import type { Resources } from '../../core/scene/resources';
import { ProofClient } from '../proof/proof-client';
import { type OfficeData, loadFonts, loadOffice, resourcesFrom } from './office';

export interface LoadedOffice {
  office: OfficeData;
  resources: Resources;
  tables: GlyphTableJson[];
}

/** Loads the whole office with what its sheets are composed from; `reload` asks again. */
export function useOffice() {
  const [loaded, setLoaded] = useState<LoadedOffice>();
  const [problem, setProblem] = useState<string>();
  const reload = useCallback(
    () =>
      loadOffice()
        .then(async (office) => ({ office, tables: await loadFonts(office.fonts) }))
        .then(({ office, tables }) => {
          setLoaded({ office, tables, resources: resourcesFrom(office, tables) });
          setProblem(undefined);
        })
        .catch((error: Error) => setProblem(error.message)),
    [],
  );
  useEffect(() => void reload(), [reload]);
  return { loaded, problem, reload };
}

/** A proof worker for as long as the component is there, working with the newest resources. */
export function useProofClient(resources: Resources | undefined): ProofClient | undefined {
  const [client, setClient] = useState<ProofClient>();
  const held = useRef<ProofClient>(undefined);
  useEffect(() => {
    if (!resources) return;
    if (held.current) held.current.setResources(resources);
    else {
      held.current = new ProofClient(resources);
      setClient(held.current);
    }
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
