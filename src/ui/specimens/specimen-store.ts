import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import type { z } from 'zod';
import { type SpecimenRow, changeSpecimen, readSpecimen as readSpecimenRoute } from '../../contract/specimens';
import { modelChanges } from '../../core/specimen/changes';
import { joinSpecimens } from '../../core/specimen/joining';
import { type Specimen, readSpecimen } from '../../core/specimen/specimen';
import { type Outcome, refuse } from '../../core/refusal';
import { ask, currentIn } from '../data/request';
import { AutoSave, type SavePhase } from '../saving/auto-save';
import { KeptHere } from '../saving/kept-here';

export interface SpecimenState {
  /** As it is shown: with what is not saved yet. */
  specimen: Specimen | undefined;
  /** All that it is made of. */
  components: Specimen[];
  /** Why it could not be loaded, or why what is shown could not be saved. */
  problem: string | undefined;
  saving: SavePhase;
}

const NOT_LOADED: SpecimenState = {
  specimen: undefined,
  components: [],
  problem: undefined,
  saving: { kind: 'saved' },
};

/** What is not saved yet, and the specimen that it was made on. */
interface Unsaved {
  base: SpecimenRow;
  specimen: Specimen;
}

/**
 * A specimen open: shows every edit at once and saves it by itself. What somebody else or the model store changed meanwhile is
 * joined with it, value by value; where both changed the same, it is said and nothing is saved until one is given up.
 */
export class SpecimenStore {
  readonly state = createStore<SpecimenState>(() => NOT_LOADED);
  private stored: SpecimenRow | undefined;
  private readonly sitting = crypto.randomUUID();
  private readonly kept: KeptHere<Unsaved>;
  private readonly saver = new AutoSave<Specimen>({
    pending: () => this.unsaved(),
    keep: () => this.keep(),
    send: (specimen) => this.send(specimen),
    taken: (specimen, answer) => this.taken(specimen, answer as z.infer<(typeof changeSpecimen)['answer']>),
    conflict: (error) => this.join(currentIn<SpecimenRow>(error)!, error.message),
    onPhase: (saving) =>
      this.state.setState(
        saving.kind === 'refused'
          ? { saving, problem: saving.reason }
          : { saving, ...(saving.kind === 'saved' && { problem: undefined }) },
      ),
  });

  constructor(
    private readonly id: string,
    private readonly onSaved: () => void,
  ) {
    this.kept = new KeptHere(`zonograph-specimen-${id}`);
  }

  /** Loads what is stored, with what an earlier visit could not save; or, `anew`, gives that up. */
  async load(anew = false): Promise<void> {
    try {
      const { specimen, version, components } = await ask(readSpecimenRoute, { params: { id: this.id } });
      const unsaved = anew ? undefined : this.mine();
      this.stored = { specimen, version };
      this.saver.release();
      this.state.setState({ specimen, components, problem: undefined });
      if (unsaved) {
        this.stored = unsaved.base;
        this.state.setState({ specimen: unsaved.specimen });
        if (unsaved.base.version === version || this.join({ specimen, version }, CLASH)) this.saver.changed();
      }
      this.keep();
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  /** Refused when it is no sound specimen; what cannot be saved stays as it was typed, and the reason is said. */
  edit(next: Specimen): Outcome<object> {
    if (!this.stored) return refuse('The specimen is not loaded yet.');
    const sound = readSpecimen(next);
    if (!sound.ok) return sound;
    this.state.setState({ specimen: next });
    this.saver.changed();
    return { ok: true };
  }

  /** The screen is left. */
  end(): void {
    this.saver.end();
  }

  private unsaved(): Specimen | undefined {
    const { specimen } = this.state.getState();
    return specimen === this.stored?.specimen ? undefined : specimen;
  }

  /** What this screen or an earlier one has not saved. */
  private mine(): Unsaved | undefined {
    const specimen = this.unsaved();
    return specimen && this.stored ? { base: this.stored, specimen } : this.kept.get();
  }

  private keep(): void {
    const specimen = this.unsaved();
    this.kept.put(specimen && this.stored && { base: this.stored, specimen });
  }

  private send(specimen: Specimen) {
    const { specimen: base, version } = this.stored!;
    return ask(changeSpecimen, {
      params: { id: this.id },
      body: { specimen, version, sitting: this.sitting, words: modelChanges(base, specimen) },
    });
  }

  private taken(specimen: Specimen, { version }: { version: number }): void {
    this.stored = { specimen, version };
    this.onSaved();
  }

  /** Brings what is not saved onto the specimen as it is now. @returns false when both changed the same */
  private join(current: SpecimenRow, reason: string): boolean {
    const { specimen, clashes } = joinSpecimens(
      this.stored!.specimen,
      this.state.getState().specimen!,
      current.specimen,
    );
    if (clashes.length > 0) {
      this.saver.hold();
      this.state.setState({ problem: reason });
      return false;
    }
    this.stored = current;
    this.state.setState({ specimen: deepEqual(specimen, current.specimen) ? current.specimen : specimen });
    return true;
  }
}

const CLASH = 'Somebody changed this specimen meanwhile. Your change is not saved; look at theirs first.';
