import { createStore } from 'zustand/vanilla';
import { joinSpecimens } from '../../core/specimen/joining';
import { type Specimen, readSpecimen } from '../../core/specimen/specimen';
import { type Outcome, refuse } from '../../core/refusal';
import { RequestFailed, get, send } from '../data/request';

/** A specimen as it is stored, with the version a change is made on. */
export interface SpecimenRow {
  specimen: Specimen;
  version: number;
}

interface State {
  /** As it is shown: with what is not saved yet. */
  specimen: Specimen | undefined;
  problem: string | undefined;
}

/**
 * A specimen open: shows every edit at once and saves it, one save at a time, edits that come meanwhile together in the next
 * one. What somebody else or the model store changed meanwhile is joined with it, value by value.
 */
export class SpecimenStore {
  readonly state = createStore<State>(() => ({ specimen: undefined, problem: undefined }));
  private stored: SpecimenRow | undefined;
  private saving = false;

  constructor(
    private readonly id: string,
    private readonly saved: () => void,
  ) {}

  /** Loads what is stored; what was not saved is given up. */
  async load(): Promise<void> {
    try {
      this.stored = await get<SpecimenRow>(this.address);
      this.state.setState({ specimen: this.stored.specimen, problem: undefined });
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
    if (!this.saving) void this.save();
    return { ok: true };
  }

  private get address(): string {
    return `/api/specimens/${encodeURIComponent(this.id)}`;
  }

  private async save(): Promise<void> {
    this.saving = true;
    try {
      for (let sent = this.unsaved(); sent; sent = this.unsaved()) await this.send(sent);
      this.state.setState({ problem: undefined });
      this.saved();
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    } finally {
      this.saving = false;
    }
  }

  private unsaved(): Specimen | undefined {
    const { specimen } = this.state.getState();
    return specimen === this.stored?.specimen ? undefined : specimen;
  }

  private async send(sent: Specimen): Promise<void> {
    const { specimen: base, version } = this.stored!;
    try {
      const { version: next } = await send<SpecimenRow>('PUT', this.address, { specimen: sent, version });
      this.stored = { specimen: sent, version: next };
    } catch (error) {
      const current = currentIn(error);
      if (!current) throw error;
      const { specimen, clashes } = joinSpecimens(base, this.state.getState().specimen!, current.specimen);
      if (clashes.length > 0) throw error;
      this.stored = current;
      this.state.setState({ specimen });
    }
  }
}

/** The specimen as it is stored now, when a change was refused because somebody else had changed it meanwhile. */
const currentIn = (error: unknown): SpecimenRow | undefined =>
  error instanceof RequestFailed && error.status === 409
    ? (error.detail.current as SpecimenRow | undefined)
    : undefined;
