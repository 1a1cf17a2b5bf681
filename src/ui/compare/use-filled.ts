import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { Specimen } from '../../core/specimen/specimen';
import type { AtHand, Filled, OfficeData } from '../data/office';
import { modelsQuery } from '../data/queries';

/** Which of the office's models both sheets are filled from, none for a blank choice. Those that are not at hand are loaded when they are chosen. */
export function useFilled({ office }: AtHand): {
  filled: Filled | undefined;
  /** The office with the models that were chosen. */
  office: OfficeData;
  onFill: (filled: Filled | undefined) => void;
  problem: string | undefined;
} {
  const queries = useQueryClient();
  const [filled, setFilled] = useState(() => firstOf(office.specimens));
  const [loaded, setLoaded] = useState<Specimen[]>([]);
  const [problem, setProblem] = useState<string>();
  const all = useMemo(() => {
    const known = new Set(office.specimens.map(({ id }) => id));
    return [...office.specimens, ...loaded.filter(({ id }) => !known.has(id))];
  }, [office.specimens, loaded]);
  const fill = async (asked: Filled | undefined) => {
    setProblem(undefined);
    try {
      if (asked && !all.some(({ id }) => id === asked.specimen))
        setLoaded(await queries.fetchQuery(modelsQuery([asked.specimen])));
      setFilled(asked);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return {
    filled,
    office: useMemo(() => ({ ...office, specimens: all }), [office, all]),
    onFill: (asked) => void fill(asked),
    problem,
  };
}

function firstOf([first]: readonly Specimen[]): Filled | undefined {
  const variant = first?.variants[0]?.name;
  return first && { specimen: first.id, ...(variant !== undefined && { variant }) };
}
