'use client';

import { Box, Flex, Table, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import { trimNumber } from '../../core/geometry/length';
import { shapeMass } from '../../core/specimen/mass';
import { ownMass, totalMass } from '../../core/specimen/mass';
import type { ModelSources } from '../../core/specimen/models';
import type { Specimen } from '../../core/specimen/specimen';
import { Button } from '../controls/button';
import { MaterialsDialog } from './materials-dialog';

/** How far the mass that a model says may be from what is computed before it is marked. */
const APART = 0.05;

const kilograms = (kg: number) => `${trimNumber(kg, 3)} kg`;

/**
 * The mass of a model in each of its variants: what it says, and what its shape and material, or its components, give. With
 * what the shape was read from.
 */
export function SpecimenMass(props: { specimen: Specimen; sources: ModelSources; onChange: () => void }) {
  const { specimen, sources, onChange } = props;
  const [materials, setMaterials] = useState(false);
  const { shape } = specimen;
  const rows = [undefined, ...specimen.variants].map((variant) => {
    const says = ownMass(specimen, variant, sources);
    if (specimen.components.length > 0) {
      const { kg, without, circle } = totalMass(specimen, variant?.name, sources);
      const why = circle ? `it holds itself: ${circle.join(' ▸ ')}` : `no mass of ${without.join(', ')}`;
      return { variant, says, kg, words: kg === undefined ? `▲ ${why}` : 'sum of its components' };
    }
    const made = shapeMass(specimen, variant, sources);
    if (made) return { variant, says, kg: made.kg, words: `${made.material}, ${made.density} kg/dm³` };
    return {
      variant,
      says,
      kg: undefined,
      words: shape && specimen.model === 'part' ? '▲ no density for its material' : '',
    };
  });
  return (
    <Box pt="18px" data-testid="specimen-mass">
      <Flex align="center" gap="12px" pb="4px">
        <Box as="h3" fontWeight={600}>
          Mass
        </Box>
        <Box flex="1" fontSize="13px" color="soft">
          {shape ? (
            <>
              Shape {trimNumber(shape.size.x, 1)} × {trimNumber(shape.size.y, 1)} × {trimNumber(shape.size.z, 1)} mm,
              volume {trimNumber(shape.volume / 1000, 1)} cm³, from{' '}
              <chakra.a href={`/api/shapes/${shape.hash}`} color="plum" textDecoration="underline">
                {shape.file}
              </chakra.a>
            </>
          ) : (
            specimen.components.length === 0 && 'No shape: read in a STEP file, and its volume gives the mass.'
          )}
        </Box>
        <Button type="button" height="24px" fontSize="13px" onClick={() => setMaterials(true)}>
          Materials…
        </Button>
      </Flex>
      <Table.Root bg="card" border="1px solid" borderColor="line">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader>Variant</Table.ColumnHeader>
            <Table.ColumnHeader>The model says</Table.ColumnHeader>
            <Table.ColumnHeader>
              {specimen.components.length > 0 ? 'Components give' : 'Shape gives'}
            </Table.ColumnHeader>
            <Table.ColumnHeader>With</Table.ColumnHeader>
            <Table.ColumnHeader>Apart</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ variant, says, kg, words }) => {
            const apart = says !== undefined && kg !== undefined && kg > 0 ? says / kg - 1 : undefined;
            const far = apart !== undefined && Math.abs(apart) > APART;
            return (
              <Table.Row key={variant?.name ?? ''}>
                <Table.Cell>{variant?.name ?? specimen.name}</Table.Cell>
                <Table.Cell>{says === undefined ? '–' : kilograms(says)}</Table.Cell>
                <Table.Cell>{kg === undefined ? '–' : kilograms(kg)}</Table.Cell>
                <Table.Cell color={words.startsWith('▲') ? 'ochre' : 'soft'}>{words}</Table.Cell>
                <Table.Cell color={far ? 'ochre' : 'soft'} whiteSpace="nowrap">
                  {apart === undefined ? '' : `${far ? '▲ ' : ''}${inPercent(apart)}`}
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {materials && <MaterialsDialog onClose={() => setMaterials(false)} onChange={onChange} />}
    </Box>
  );
}

/** A share in percent with its sign; nothing that rounds to nothing has one. */
function inPercent(share: number): string {
  const percent = trimNumber(share * 100, 1);
  return `${share > 0 && percent !== '0' ? '+' : ''}${percent} %`;
}
