'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { type OfficePlace, changePlace, removePlace } from '../../contract/places';
import type { PropertyDefinition } from '../../core/property/definition';
import { type Outcome, refuse } from '../../core/refusal';
import { Button } from '../controls/button';
import { CommitField, Problem } from '../controls/field';
import { ask } from '../data/request';
import { NewProperty } from './new-property';
import { PlaceValue } from './place-value';
import { changesQuery, placesQuery } from './queries';
import { LookingOnly, OnlyFor } from '../data/me';

/** The values of a site, a project or a profile, each by its property; its name, and who changed it. */
export function PlaceValues(props: {
  place: OfficePlace;
  properties: readonly PropertyDefinition[];
  /** Told the values as they are being typed. */
  onType: (values: OfficePlace['values'] | undefined) => void;
  /** Told which property is looked at. */
  onLook: (property: string | undefined) => void;
  onGone: () => void;
}) {
  const { place, properties, onType, onLook, onGone } = props;
  const client = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const own = properties.filter(({ source }) => source === place.source);
  const renew = async () => {
    await client.invalidateQueries({ queryKey: placesQuery.queryKey });
    await client.invalidateQueries({ queryKey: changesQuery(place.id).queryKey });
    // Boards, proofs and drawings print what has changed.
    await client.invalidateQueries({ queryKey: ['format'] });
  };
  const change = async (body: { name?: string; isDefault?: true }): Promise<Outcome<object>> => {
    try {
      await ask(changePlace, { params: { id: place.id }, body });
      await renew();
      return { ok: true };
    } catch (error) {
      setProblem((error as Error).message);
      return refuse((error as Error).message);
    }
  };
  const remove = async () => {
    try {
      await ask(removePlace, { params: { id: place.id } });
      await renew();
      onGone();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Box px="16px" py="12px">
      <Box as="h1" fontSize="18px" fontWeight={600} pb="8px">
        {place.name}
      </Box>
      <LookingOnly role="administrator" />
      <OnlyFor role="administrator">
        <CommitField
          label="Name"
          value={place.name}
          onCommit={(name) => {
            if (!name.trim()) return refuse('It needs a name.');
            setProblem(undefined);
            void change({ name: name.trim() });
            return { ok: true };
          }}
        />
        {own.map((property) => (
          <PlaceValue
            key={property.id}
            place={place}
            property={property}
            onType={(value) => onType(value === undefined ? undefined : { ...place.values, [property.id]: value })}
            onLook={() => onLook(property.id)}
            onKeep={renew}
          />
        ))}
        {own.length === 0 && (
          <Box color="soft" fontSize="14px" py="6px">
            The dictionary has no property of this kind yet. Add the first.
          </Box>
        )}
        <NewProperty source={place.source} />
        <Flex gap="6px" pt="12px" wrap="wrap">
          {place.source === 'organisation' && !place.isDefault && (
            <Button type="button" onClick={() => void change({ isDefault: true })}>
              Print this site on sheets
            </Button>
          )}
          <Button type="button" look="quiet" onClick={() => void remove()}>
            Remove
          </Button>
        </Flex>
      </OnlyFor>
      {problem !== undefined && <Problem>{problem}</Problem>}
      <Changes id={place.id} />
    </Box>
  );
}

/** Who changed it, and when, the newest first. */
function Changes({ id }: { id: string }) {
  const { data } = useQuery(changesQuery(id));
  if (!data || data.length === 0) return null;
  return (
    <Box pt="16px">
      <Box as="h2" fontSize="13px" fontWeight={600} color="soft" pb="3px">
        Changes
      </Box>
      <Box as="ol" listStyleType="none" aria-label="Changes">
        {data.map(({ who, when, words }, i) => (
          <Box as="li" key={i} fontSize="13px" py="1px">
            <Box as="span" color="soft">
              {format(new Date(when), 'yyyy-MM-dd HH:mm')}, {who}:
            </Box>{' '}
            {words}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
