'use client';

import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { DrawingStore } from './drawing-store';

/** A drawing for as long as its screen is there. */
export function useDrawing(id: string) {
  const [store] = useState(() => new DrawingStore(id));
  useEffect(() => {
    void store.load();
    return () => store.end();
  }, [store]);
  return { store, ...useStore(store.state) };
}
