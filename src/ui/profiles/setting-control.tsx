'use client';

import { Box, VisuallyHidden } from '@chakra-ui/react';
import type { ProfileDocument } from '../../core/profile/document';
import { type Setting, type SettingValue, fieldOf, settingOf } from '../../core/profile/settings';
import type { Outcome } from '../../core/refusal';
import { CheckBox } from '../controls/check-box';
import { CommitField, Select } from '../controls/field';
import { optionWords, readNumber, unitOf, valueWords } from './setting-words';

/** The control of one setting, by what it takes. */
export function SettingControl(props: {
  setting: Setting;
  profile: ProfileDocument;
  onChange: (value: SettingValue) => Outcome<object>;
}) {
  const { setting, profile, onChange } = props;
  const field = fieldOf(setting.path);
  const value = settingOf(profile, setting.path);
  switch (field.kind) {
    case 'choice':
      return (
        <Select aria-label={setting.words} value={value as string} onChange={(event) => onChange(event.target.value)}>
          {field.options.map((option) => (
            <option key={option} value={option}>
              {optionWords(setting, option, profile)}
            </option>
          ))}
        </Select>
      );
    case 'switch':
      return (
        <Box pt="3px">
          <CheckBox checked={value as boolean} onChange={onChange}>
            <VisuallyHidden>{setting.words}</VisuallyHidden>
            <span aria-hidden>{setting.path.startsWith('layers.') ? 'printed' : value ? 'yes' : 'no'}</span>
          </CheckBox>
        </Box>
      );
    case 'colour':
      return (
        <input
          type="color"
          aria-label={setting.words}
          value={value as string}
          style={{ width: '34px', height: '26px', border: '1px solid var(--chakra-colors-line)', background: 'none' }}
          onChange={(event) => onChange(event.target.value)}
        />
      );
    case 'number':
      return (
        <CommitField
          bare
          label={setting.words}
          value={valueWords(setting, value, profile)}
          suffix={unitOf(setting, profile)}
          onCommit={(text) => {
            const read = readNumber(setting, text, profile);
            return read.ok ? onChange(read.value) : read;
          }}
        />
      );
    case 'text':
      return <CommitField bare label={setting.words} value={value as string} onCommit={(text) => onChange(text)} />;
  }
}
