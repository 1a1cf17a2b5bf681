import { useEffect, useRef, useState } from 'react';
import type { GlyphTableJson } from '../../core/lettering/glyph-table';
import type { PropertyDefinition } from '../../core/property/definition';
import { type Corrections, NO_CORRECTIONS } from '../../core/recognising/recognition';
import type { LookAt } from '../../core/recognising/look-at';
import type { Choices } from '../../core/recognising/reading-in';
import { DrawingClient } from './drawing-client';

/** What a drawing is read with. */
export interface Surroundings {
  tables: readonly GlyphTableJson[];
  properties: readonly PropertyDefinition[];
}

interface State {
  /** Name of the file, and the id of the format that would come of it. */
  file?: string;
  id?: string;
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

/** Reads drawings in a worker. What is chosen or put right is looked at anew; a later choice overtakes an earlier one. */
export function useReading(around: Surroundings | undefined): Reading {
  const [state, setState] = useState<State>({ choices: {} });
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

  return {
    ...state,
    corrections,
    async readFile(file) {
      if (!around) return;
      client.current?.end();
      client.current = new DrawingClient();
      const mine = ++turn.current;
      const id = crypto.randomUUID();
      setState({ file: file.name, id, choices: {}, busy: `reading ${file.name} …` });
      const outcome = await client.current.read(
        new Uint8Array(await file.arrayBuffer()),
        around.tables,
        around.properties,
      );
      if (mine !== turn.current) return;
      if (!outcome.ok) setState({ choices: {}, problem: `${file.name}: ${outcome.reason}` });
      else await look({}, file.name, id);
    },
    choose(choices) {
      const { file, id } = state;
      if (file !== undefined && id !== undefined) void look({ ...state.choices, ...choices }, file, id);
    },
    correct(some) {
      this.choose({ corrections: { ...corrections, ...some } });
    },
    stop() {
      turn.current++;
      client.current?.end();
      setState({ choices: {}, problem: 'Stopped; nothing was taken over.' });
    },
  };
}
