import { deepEqual } from 'fast-equals';
import { createStore } from 'zustand/vanilla';
import { type ProfileView, changeSettings, readProfile } from '../../contract/profiles';
import type { ProfileDocument } from '../../core/profile/document';
import { SETTINGS, type SettingPath, type SettingValue, settingOf, withSetting } from '../../core/profile/settings';
import { type Outcome, refuse } from '../../core/refusal';
import type { Value } from '../../core/property/value';
import { ask, currentIn } from '../data/request';
import { AutoSave, type SavePhase } from '../saving/auto-save';
import { KeptHere } from '../saving/kept-here';

/** One setting changed: from what to what. */
export interface SettingChange {
  path: SettingPath;
  before: Value | null;
  value: Value | null;
}

export interface ProfileState {
  /** As it is stored. */
  view: ProfileView | undefined;
  /** As it is shown: with what is not saved yet. */
  document: ProfileDocument | undefined;
  problem: string | undefined;
  saving: SavePhase;
  /** What can be undone and done again, the newest last; each a stroke of the hand. */
  done: SettingChange[][];
  undone: SettingChange[][];
}

const NOT_LOADED: ProfileState = {
  view: undefined,
  document: undefined,
  problem: undefined,
  saving: { kind: 'saved' },
  done: [],
  undone: [],
};

/**
 * A drafting profile open: shows every change at once and saves it by itself. Settings are saved one by one, so that two people who
 * change different ones do not meet; where both changed the same, theirs stays and it is said.
 */
export class ProfileStore {
  readonly state = createStore<ProfileState>(() => NOT_LOADED);
  private waiting: SettingChange[] = [];
  /** One of what is waiting was refused: they are sent one by one, to find out which. */
  private oneByOne = false;
  private readonly kept: KeptHere<SettingChange[]>;
  private readonly saver = new AutoSave<SettingChange[]>({
    pending: () => (this.waiting.length === 0 ? undefined : this.oneByOne ? this.waiting.slice(0, 1) : this.waiting),
    keep: () => this.kept.put(this.waiting.length > 0 ? this.waiting : undefined),
    send: (changes) => ask(changeSettings, { params: { id: this.id }, body: { changes } }),
    taken: (changes, answer) => this.taken(changes, answer as ProfileView),
    conflict: (error) => this.meet(currentIn<ProfileView>(error)!, error.message),
    refused: (error) => this.refused(error.message),
    onPhase: (saving) => this.state.setState({ saving }),
  });

  constructor(
    private readonly id: string,
    private readonly onSaved: () => void,
  ) {
    this.kept = new KeptHere(`zonograph-profile-${id}`);
  }

  /** Loads what is stored, with what an earlier visit could not save. */
  async load(): Promise<void> {
    try {
      const view = await ask(readProfile, { params: { id: this.id } });
      this.waiting = this.waiting.length > 0 ? this.waiting : (this.kept.get() ?? []);
      this.show(view);
      if (this.waiting.length > 0) this.saver.soon();
    } catch (error) {
      this.state.setState({ problem: (error as Error).message });
    }
  }

  /** Changes settings as one stroke; refused in words when one does not take its value. */
  change(changes: readonly { path: SettingPath; value: SettingValue }[]): Outcome<object> {
    let { document } = this.state.getState();
    if (!document) return refuse('The profile is not loaded yet.');
    const made: SettingChange[] = [];
    for (const { path, value } of changes) {
      const before = settingOf(document, path);
      if (before === value) continue;
      const outcome = withSetting(document, path, value);
      if (!outcome.ok) return outcome;
      document = outcome.profile;
      made.push({ path, before, value });
    }
    if (made.length > 0) {
      this.apply(made);
      this.state.setState(({ done }) => ({ done: [...done, made], undone: [] }));
    }
    return { ok: true };
  }

  /** Sets a value of the house's own. */
  setValue(property: string, value: Value | null): void {
    const before = this.state.getState().document?.values[property] ?? null;
    this.apply([{ path: `values.${property}`, before, value }]);
  }

  undo(): void {
    const { done, undone } = this.state.getState();
    const last = done.at(-1);
    if (!last) return;
    this.apply(last.toReversed().map(({ path, before, value }) => ({ path, before: value, value: before })));
    this.state.setState({ done: done.slice(0, -1), undone: [...undone, last] });
  }

  redo(): void {
    const { done, undone } = this.state.getState();
    const next = undone.at(-1);
    if (!next) return;
    this.apply(next);
    this.state.setState({ done: [...done, next], undone: undone.slice(0, -1) });
  }

  /** Waits until everything is saved. */
  settled(): Promise<void> {
    return this.saver.settled();
  }

  /** Takes in the profile as the server has just answered it. */
  renew(view: ProfileView): void {
    this.show(view);
    this.onSaved();
  }

  end(): void {
    this.saver.end();
  }

  private apply(changes: readonly SettingChange[]): void {
    this.waiting = [...this.waiting, ...changes];
    this.show(this.state.getState().view!);
    this.state.setState({ problem: undefined });
    this.saver.changed();
  }

  private show(view: ProfileView): void {
    this.state.setState({ view, document: this.waiting.reduce(withChange, view.document) });
  }

  private taken(changes: readonly SettingChange[], view: ProfileView): void {
    this.waiting = this.waiting.slice(changes.length);
    if (this.waiting.length === 0) this.oneByOne = false;
    this.renew(view);
  }

  /**
   * Goes on with the profile as it is stored now: changes that have arrived without being answered are done. Where somebody else has
   * changed the same settings, theirs stand, and everything else is saved.
   */
  private meet(current: ProfileView, reason: string): boolean {
    const stored = (path: string) => storedValue(current.document, path);
    const arrived = new Set<SettingChange>();
    const taken = new Set<string>();
    for (const path of new Set(this.waiting.map((one) => one.path))) {
      const own = this.waiting.filter((one) => one.path === path);
      const last = own.findLastIndex(({ value }) => deepEqual(stored(path), value));
      for (const one of own.slice(0, last + 1)) arrived.add(one);
      if (last < 0 && !deepEqual(stored(path), own[0]!.before)) taken.add(path);
    }
    this.waiting = this.waiting.filter((one) => !arrived.has(one));
    const gone = this.waiting.filter(({ path }) => taken.has(path));
    if (arrived.size > 0 && gone.length === 0) {
      this.show(current);
      return true;
    }
    return this.giveUp(gone.length > 0 ? gone : this.waiting, current, reason);
  }

  /** The server did not take what was sent: the one that it does not take goes, and all others are saved. */
  private refused(reason: string): boolean {
    if (this.waiting.length > 1 && !this.oneByOne) {
      this.oneByOne = true;
      return true;
    }
    return this.giveUp(this.waiting.slice(0, 1), this.state.getState().view!, reason);
  }

  /** What could not be saved goes, and is said with the reason, to be typed again. @returns whether there is more to save */
  private giveUp(gone: readonly SettingChange[], view: ProfileView, reason: string): boolean {
    const typed = gone.map(({ path, value }) => `${SETTINGS.get(path)?.words ?? path} “${String(value ?? '')}”`);
    this.waiting = this.waiting.filter((one) => !gone.includes(one));
    this.show(view);
    this.state.setState({ problem: `${reason} Not kept: ${typed.join(', ')}.`, done: [], undone: [] });
    if (this.waiting.length > 0) return true;
    this.oneByOne = false;
    this.kept.put(undefined);
    this.state.setState({ saving: { kind: 'saved' } });
    return true;
  }
}

/** What a profile has stored under a path; null for a value of the house that it does not have. */
const storedValue = (document: ProfileDocument, path: string): SettingValue | Value | null =>
  path.startsWith('values.') ? (document.values[path.slice('values.'.length)] ?? null) : settingOf(document, path);

function withChange(document: ProfileDocument, { path, value }: SettingChange): ProfileDocument {
  if (path.startsWith('values.')) {
    const { [path.slice('values.'.length)]: _, ...others } = document.values;
    return { ...document, values: value === null ? others : { ...others, [path.slice('values.'.length)]: value } };
  }
  const outcome = withSetting(document, path, value as SettingValue);
  return outcome.ok ? outcome.profile : document;
}
