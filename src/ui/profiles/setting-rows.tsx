'use client';

import { Box, Flex, Grid } from '@chakra-ui/react';
import { RotateCcw } from 'lucide-react';
import type { ReactNode } from 'react';
import type { ProfileDocument } from '../../core/profile/document';
import {
  type Setting,
  type SettingPath,
  type SettingValue,
  type SettingsSection,
  contradictions,
  idleBecause,
  settingOf,
} from '../../core/profile/settings';
import type { Outcome } from '../../core/refusal';
import { Button } from '../controls/button';
import { SettingControl } from './setting-control';
import { unitOf, valueWords } from './setting-words';

/** A row of the list: one setting, or those of one thing side by side. */
interface SettingGroup {
  words: string;
  settings: readonly Setting[];
}

/** The settings of a section in rows: those whose names begin alike before a colon stand side by side. */
function groupsOf(settings: readonly Setting[]): SettingGroup[] {
  const groups: { words: string; settings: Setting[] }[] = [];
  for (const setting of settings) {
    const [words] = setting.words.split(': ') as [string];
    const last = groups.at(-1);
    const isMatrix = /^(lettering|lines\.roles|layers)\./.test(setting.path);
    if (isMatrix && last?.words === words) last.settings.push(setting);
    else groups.push({ words: isMatrix ? words : setting.words, settings: [setting] });
  }
  return groups;
}

export interface SettingHands {
  profile: ProfileDocument;
  standard: ProfileDocument;
  onChange: (changes: { path: SettingPath; value: SettingValue }[]) => Outcome<object>;
  /** Told which setting is under the hand. */
  onHand: (setting: Setting | undefined) => void;
}

/** A section of settings with what each is in the standard, and the way back to it. */
export function SettingsOf({ section, hands }: { section: SettingsSection; hands: SettingHands }) {
  const found = contradictions(hands.profile);
  const groups = groupsOf(section.settings);
  return (
    <Box as="section" aria-label={section.title} pb="14px">
      <Box as="h2" fontSize="14px" fontWeight={600} pb="3px" borderBottom="1px solid" borderColor="line" mb="3px">
        {section.title}
      </Box>
      {groups.map((group, i) => {
        const idle = idleOf(hands.profile, group);
        return (
          <Group
            key={group.settings[0]!.path}
            group={group}
            hands={hands}
            contradictions={found}
            isIdle={idle !== undefined}
            // Said once for those that hang on the same setting.
            idle={groups[i + 1] && idleOf(hands.profile, groups[i + 1]!) === idle ? undefined : idle}
          />
        );
      })}
    </Box>
  );
}

const idleOf = (profile: ProfileDocument, { settings }: SettingGroup): string | undefined =>
  settings.length === 1 ? idleBecause(profile, settings[0]!) : undefined;

function Group(props: {
  group: SettingGroup;
  hands: SettingHands;
  contradictions: readonly { path: SettingPath; words: string }[];
  isIdle: boolean;
  /** Why it has no effect, where it is to be said. */
  idle: string | undefined;
}) {
  const { group, hands, isIdle, idle } = props;
  const { settings } = group;
  const [first] = settings as [Setting];
  const own = props.contradictions.filter(({ path }) => settings.some((setting) => setting.path === path));
  return (
    <Box py="2px">
      {settings.length === 1 ? (
        <Grid templateColumns="148px minmax(0, 1fr) 104px" gap="8px" alignItems="start">
          <Words>{first.words}</Words>
          <Hand setting={first} hands={hands} />
          <Standard settings={settings} hands={hands} />
        </Grid>
      ) : (
        <>
          <Grid templateColumns="minmax(0, 1fr) 104px" gap="8px" alignItems="center" pt="4px">
            <Flex align="center" gap="6px">
              <Words>{group.words}</Words>
              {first.path.startsWith('lettering.') && <SameForAll of={first.path.split('.')[1]!} hands={hands} />}
            </Flex>
            <Standard settings={settings} hands={hands} />
          </Grid>
          <Flex gap="6px" align="start">
            {settings.map((setting) => (
              <Hand key={setting.path} setting={setting} hands={hands} caption={captionOf(setting)} />
            ))}
          </Flex>
        </>
      )}
      {idle !== undefined && (
        <Box fontSize="12px" color="soft">
          {idle}
        </Box>
      )}
      {settings.length === 1 && first.help && !isIdle && (
        <Box fontSize="12px" color="soft">
          {first.help}
        </Box>
      )}
      {own.map(({ path, words }) => (
        <Box key={path + words} role="note" fontSize="13px" color="ochre">
          ▲ {words}
        </Box>
      ))}
    </Box>
  );
}

const LETTERINGS = ['dimensions', 'notes', 'viewTitles', 'sectionLetters'] as const;

/** Gives all texts of a drawing the font and the letter width of one; their heights stay. */
function SameForAll({ of, hands }: { of: string; hands: SettingHands }) {
  const changes = LETTERINGS.flatMap((use) =>
    (['font', 'letterWidth'] as const).map((what) => ({
      path: `lettering.${use}.${what}`,
      value: settingOf(hands.profile, `lettering.${of}.${what}`),
    })),
  );
  if (changes.every(({ path, value }) => settingOf(hands.profile, path) === value)) return null;
  return (
    <Button type="button" look="quiet" fontSize="12px" height="22px" onClick={() => hands.onChange(changes)}>
      Same font for all
    </Button>
  );
}

const Words = ({ children }: { children: ReactNode }) => (
  <Box fontSize="13px" color="soft" pt="4px">
    {children}
  </Box>
);

const captionOf = ({ words }: Setting) => words.split(': ')[1] ?? '';

/** A control that tells, while the pointer or the focus is in it, that its setting is under the hand. */
function Hand({ setting, hands, caption }: { setting: Setting; hands: SettingHands; caption?: string }) {
  const isColour = setting.path.endsWith('.colour');
  return (
    <Box
      data-setting={setting.path}
      flex={
        isColour
          ? '0 0 auto'
          : setting.path.endsWith('.type')
            ? '0 0 172px'
            : setting.path.endsWith('.width')
              ? setting.path.startsWith('layers.')
                ? '0 0 116px'
                : '0 0 92px'
              : '1'
      }
      minWidth={0}
      fontSize={caption === undefined ? undefined : '13px'}
      css={
        caption === undefined
          ? undefined
          : { '& select': { fontSize: '13px', paddingInlineEnd: '20px', paddingInlineStart: '6px' } }
      }
      onMouseEnter={() => hands.onHand(setting)}
      onMouseLeave={() => hands.onHand(undefined)}
      onFocus={() => hands.onHand(setting)}
      onBlur={() => hands.onHand(undefined)}
    >
      {caption !== undefined && !setting.path.endsWith('.printed') && (
        <Box fontSize="10px" color="soft" lineHeight="12px">
          {caption}
        </Box>
      )}
      <Box pt={setting.path.endsWith('.printed') ? '12px' : undefined}>
        <SettingControl
          setting={setting}
          profile={hands.profile}
          onChange={(value) => hands.onChange([{ path: setting.path, value }])}
        />
      </Box>
    </Box>
  );
}

/** What the standard has, and, where the profile has something else, the way back to it. */
function Standard({ settings, hands }: { settings: readonly Setting[]; hands: SettingHands }) {
  const { profile, standard, onChange } = hands;
  const other = settings.filter(({ path }) => settingOf(profile, path) !== settingOf(standard, path));
  const name = standard.standard;
  if (other.length === 0)
    return (
      <Box fontSize="12px" color="soft" pt="5px" whiteSpace="nowrap">
        as {name}
      </Box>
    );
  const said = other.map((setting) => {
    const words = valueWords(setting, settingOf(standard, setting.path), profile);
    const unit = unitOf(setting, profile);
    return settings.length === 1 ? `${words}${unit && ` ${unit}`}` : `${captionOf(setting)} ${words}`;
  });
  const back = () => onChange(other.map(({ path }) => ({ path, value: settingOf(standard, path) })));
  return (
    <Button
      type="button"
      look="quiet"
      fontSize="12px"
      px="2px"
      color="plum"
      justifyContent="start"
      overflow="hidden"
      title={`Back to ${name}: ${said.join(', ')}`}
      aria-label={`${settings[0]!.words.split(':')[0]}: back to ${name}, ${said.join(', ')}`}
      onClick={back}
    >
      <RotateCcw size={11} aria-hidden style={{ flexShrink: 0 }} />
      <Box as="span" overflow="hidden" textOverflow="ellipsis">
        {name}: {said.join(', ')}
      </Box>
    </Button>
  );
}
