'use client';

import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { SpecimenStore } from './specimen-store';

/** A specimen for as long as its screen is there. */
export function useSpecimen(id: string, onSaved: () => void) {
  const [store] = useState(() => new SpecimenStore(id, onSaved));
  useEffect(() => {
    void store.load();
    return () => store.end();
  }, [store]);
  return { store, ...useStore(store.state) };
}
