'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type ProfileEntry, type ProfileView, readProfile } from '../../contract/profiles';
import type { ProfileDocument } from '../../core/profile/document';
import { type Setting, differingSettings, settingOf } from '../../core/profile/settings';
import { standardProfile } from '../../core/profile/starts';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Select } from '../controls/field';
import { ask } from '../data/request';
import { useBookChange } from '../rules/use-book-change';
import { revisionQuery } from './queries';
import { unitOf, valueWords } from './setting-words';

const STANDARDS = ['ISO', 'ASME', 'BS 8888'] as const;

/** What a profile is compared with: a revision of its own, a standard, or another profile. */
export function CompareDialog(props: {
  open: ProfileView;
  profiles: readonly ProfileEntry[];
  onClose: () => void;
  onReveal: (path: string) => void;
}) {
  const { open, profiles, onClose, onReveal } = props;
  const [chosen, setChosen] = useState(
    open.revisions[0] ? `revision ${open.revisions[0].number}` : `standard ${open.document.standard}`,
  );
  const other = useOther(open.id, chosen);
  const differing = other ? differingSettings(other, open.document) : [];
  const book = useBookChange(other, open.document);
  return (
    <Dialog open title={`Compare ${open.name}`} width="720px" onClose={onClose}>
      <Flex align="center" gap="8px" pb="8px">
        <label htmlFor="compare-with">with</label>
        <Box width="340px">
          <Select id="compare-with" value={chosen} onChange={(event) => setChosen(event.target.value)}>
            {open.revisions.map(({ number, why }) => (
              <option key={number} value={`revision ${number}`}>
                its revision {number}: {why}
              </option>
            ))}
            {STANDARDS.map((standard) => (
              <option key={standard} value={`standard ${standard}`}>
                {standard}, as the standard has it
              </option>
            ))}
            {profiles
              .filter(({ id }) => id !== open.id)
              .map(({ id, name }) => (
                <option key={id} value={`profile ${id}`}>
                  {name}
                </option>
              ))}
          </Select>
        </Box>
      </Flex>
      {other && differing.length === 0 && !book && <Box>They are alike in every setting.</Box>}
      {other && (differing.length > 0 || book) && (
        <Box maxHeight="420px" overflowY="auto" tabIndex={0} role="region" aria-label="Differences">
          <Box
            as="table"
            width="100%"
            fontSize="14px"
            css={{ '& td, & th': { textAlign: 'left', padding: '2px 8px 2px 0', verticalAlign: 'middle' } }}
          >
            <thead>
              <tr>
                <th>
                  {differing.length} setting{differing.length === 1 ? '' : 's'}
                </th>
                <th>There</th>
                <th>{open.name}</th>
              </tr>
            </thead>
            <tbody>
              {book && (
                <tr>
                  <td>Rule book</td>
                  <td>{book.was}</td>
                  <td>{book.is}</td>
                </tr>
              )}
              {differing.map((setting) => (
                <tr key={setting.path}>
                  <td>
                    <Button
                      type="button"
                      look="quiet"
                      height="22px"
                      px="0"
                      whiteSpace="normal"
                      textAlign="left"
                      onClick={() => {
                        onClose();
                        onReveal(setting.path);
                      }}
                    >
                      {setting.words}
                    </Button>
                  </td>
                  <td>{withUnit(setting, other)}</td>
                  <td>{withUnit(setting, open.document)}</td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
    </Dialog>
  );
}

function withUnit(setting: Setting, profile: ProfileDocument): string {
  const unit = unitOf(setting, profile);
  return `${valueWords(setting, settingOf(profile, setting.path), profile)}${unit && ` ${unit}`}`;
}

function useOther(id: string, chosen: string): ProfileDocument | undefined {
  const [kind, ...rest] = chosen.split(' ');
  const named = rest.join(' ');
  const revision = useQuery({ ...revisionQuery(id, Number(named)), enabled: kind === 'revision' });
  const profile = useQuery({
    queryKey: ['profile', named],
    queryFn: () => ask(readProfile, { params: { id: named } }),
    enabled: kind === 'profile',
  });
  if (kind === 'standard') return standardProfile(STANDARDS.find((one) => one === named) ?? 'ISO');
  return kind === 'revision' ? revision.data : profile.data?.document;
}
