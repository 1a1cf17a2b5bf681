import type { ProfileDocument } from '@/core/profile/document';
import { type SettingValue, withSetting } from '@/core/profile/settings';

/** A profile with settings changed. */
export const setProfile = (profile: ProfileDocument, changes: Record<string, SettingValue>): ProfileDocument =>
  Object.entries(changes).reduce((made, [path, value]) => {
    const outcome = withSetting(made, path, value);
    if (!outcome.ok) throw new Error(outcome.reason);
    return outcome.profile;
  }, profile);
