'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import type { ProfileDocument } from '../../core/profile/document';
import { GIVEN_BY_SETTINGS } from '../../core/profile/printed';
import { readValue } from '../../core/property/reading-value';
import { SUPPLIED } from '../../core/property/supplied';
import { type Value, valueText } from '../../core/property/value';
import { CommitField } from '../controls/field';
import { officeQuery } from '../data/queries';
import { NewProperty } from '../office/new-property';

/** What rows of a table of general tolerances give; no profile gives it as a whole. */
const OF_ROWS: ReadonlySet<string> = new Set([SUPPLIED.toleranceKind, SUPPLIED.sizeRange, SUPPLIED.tolerance]);

/** The house's own properties that a profile gives: notes that sheets print. */
export function HouseValues(props: {
  profile: ProfileDocument;
  onSet: (property: string, value: Value | null) => void;
}) {
  const { profile, onSet } = props;
  const { data: office } = useQuery(officeQuery);
  const own = (office?.properties ?? []).filter(
    ({ id, source, type }) =>
      source === 'profile' && type !== 'picture' && !GIVEN_BY_SETTINGS.has(id) && !OF_ROWS.has(id),
  );
  return (
    <Box as="section" aria-label="Notes of the house" pb="14px">
      <Box as="h2" fontSize="14px" fontWeight={600} pb="3px" borderBottom="1px solid" borderColor="line" mb="3px">
        Notes of the house
      </Box>
      {own.map((property) => {
        const value = profile.values[property.id];
        return (
          <CommitField
            key={property.id}
            label={property.name}
            value={value === undefined ? '' : valueText(value)}
            onCommit={(text) => {
              const read = readValue(property, text);
              if (text.trim() !== '' && !read.ok) return read;
              onSet(property.id, text.trim() === '' ? null : text.trim());
              return { ok: true };
            }}
          />
        );
      })}
      {own.length === 0 && (
        <Box fontSize="13px" color="soft">
          Other notes that title blocks link to, such as a note on coating.
        </Box>
      )}
      <NewProperty source="profile" />
    </Box>
  );
}
