import { useEffect, useRef, useState } from 'react';
import type { PropertyDefinition } from '../../core/property/definition';
import type { LookAt } from '../../core/recognising/look-at';
import type { Choices } from '../../core/recognising/reading-in';
import { type Corrections, NO_CORRECTIONS } from '../../core/recognising/recognition';
import { loadAtHand } from '../data/office';
import { DrawingClient } from './drawing-client';

interface State {
  /** Name of the file, and the id of the format that would come of it. */
  file?: string;
  id?: string;
  /** The dictionary that it is read with. */
  properties: readonly PropertyDefinition[];
  choices: Choices;
  look?: LookAt;
  problem?: string;
  /** What is being done. */
  busy?: string;
}

/** A drawing that is read in: its file, what is chosen of it, and what was recognised. */
export interface Reading extends State {
  corrections: Corrections;
  readFile: (file: File) => Promise<void>;
  choose: (choices: Choices) => void;
  correct: (corrections: Partial<Corrections>) => void;
  stop: () => void;
}

const NOTHING: State = { properties: [], choices: {} };

/** Reads drawings in a worker. What is chosen or put right is looked at anew; a later choice overtakes an earlier one. */
export function useReading(): Reading {
  const [state, setState] = useState(NOTHING);
  const client = useRef<DrawingClient>(undefined);
  const turn = useRef(0);
  useEffect(() => () => client.current?.end(), []);
  const corrections = state.choices.corrections ?? NO_CORRECTIONS;

  const look = async (choices: Choices, file: string, id: string) => {
    const mine = ++turn.current;
    setState((was) => ({ ...was, choices, busy: 'recognising …' }));
    const outcome = await client.current!.look(choices, { id, name: file.replace(/\.\w+$/, '') });
    if (mine !== turn.current) return;
    setState(({ problem: _, busy: __, ...was }) =>
      outcome.ok ? { ...was, look: outcome } : { ...was, problem: outcome.reason },
    );
  };

  const choose = (choices: Choices) => {
    const { file, id } = state;
    if (file !== undefined && id !== undefined) void look({ ...state.choices, ...choices }, file, id);
  };

  const readFile = async (file: File) => {
    client.current?.end();
    const reader = (client.current = new DrawingClient());
    const mine = ++turn.current;
    const id = crypto.randomUUID();
    setState({ ...NOTHING, file: file.name, id, busy: `reading ${file.name} …` });
    try {
      const [{ tables, office }, bytes] = await Promise.all([loadAtHand([], []), file.arrayBuffer()]);
      const outcome = await reader.read(new Uint8Array(bytes), tables, office.properties);
      if (mine !== turn.current) return;
      if (!outcome.ok) throw new Error(outcome.reason);
      setState((was) => ({ ...was, properties: office.properties }));
      await look({}, file.name, id);
    } catch (error) {
      if (mine === turn.current) setState({ ...NOTHING, problem: `${file.name}: ${(error as Error).message}` });
    }
  };

  return {
    ...state,
    corrections,
    readFile,
    choose,
    correct: (some) => choose({ corrections: { ...corrections, ...some } }),
    stop() {
      turn.current++;
      client.current?.end();
      setState({ ...NOTHING, problem: 'Stopped; nothing was taken over.' });
    },
  };
}
