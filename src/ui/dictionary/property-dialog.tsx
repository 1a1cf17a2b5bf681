'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { issueInWords } from '../../core/format/reading';
import { PropertyDefinition, PropertyType, Source } from '../../core/property/definition';
import { Quantity, unitsOf } from '../../core/property/units';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { send } from '../data/request';

/** A property of the dictionary, with the version a change is made on. */
export interface PropertyRow {
  definition: PropertyDefinition;
  version: number;
}

interface Fields {
  name: string;
  type: PropertyType;
  source: Source;
  quantity: Quantity | '';
  unit: string;
  aliases: string;
  length: string;
  description: string;
  mustHavePart: boolean;
  mustHaveAssembly: boolean;
}

/** Adds a property or changes one. Its id is made from its first name and never changes, so that links hold. */
export function PropertyDialog({
  row,
  close,
  saved,
}: {
  row: PropertyRow | undefined;
  close: () => void;
  saved: () => void;
}) {
  const { register, handleSubmit, control, setValue, formState } = useForm<Fields>({
    defaultValues: fieldsFrom(row?.definition),
  });
  const [problem, setProblem] = useState<string>();
  const [type, quantity] = useWatch({ control, name: ['type', 'quantity'] });
  const submit = handleSubmit(async (fields) => {
    const parsed = PropertyDefinition.safeParse(definitionFrom(fields, row?.definition));
    if (!parsed.success) {
      setProblem(issueInWords(parsed.error, 'The property'));
      return;
    }
    try {
      if (row)
        await send('PUT', `/api/properties/${row.definition.id}`, { definition: parsed.data, version: row.version });
      else await send('POST', '/api/properties', { definition: parsed.data });
      saved();
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  return (
    <Dialog
      open
      title={row ? row.definition.name : 'Add a property'}
      onClose={close}
      footer={
        <>
          <Button type="button" onClick={close}>
            Cancel
          </Button>
          <Button look="primary" type="submit" form="property-form" disabled={formState.isSubmitting}>
            {row ? 'Save' : 'Add'}
          </Button>
        </>
      }
    >
      <form id="property-form" onSubmit={(event) => void submit(event)}>
        <Row label="Name" htmlFor="property-name">
          <TextInput id="property-name" autoFocus {...register('name')} />
        </Row>
        <Row label="Source" htmlFor="property-source">
          <Select id="property-source" {...register('source')}>
            {Source.options.map((source) => (
              <option key={source}>{source}</option>
            ))}
          </Select>
        </Row>
        <Row label="Type" htmlFor="property-type">
          <Select id="property-type" {...register('type')}>
            {PropertyType.options.map((option) => (
              <option key={option}>{option}</option>
            ))}
          </Select>
        </Row>
        {type === 'number' && (
          <Row label="Quantity, unit">
            <Flex gap="6px">
              <Select
                aria-label="Quantity"
                {...register('quantity', {
                  onChange: (event: { target: { value: string } }) =>
                    setValue('unit', event.target.value ? unitsOf(event.target.value as Quantity)[0]! : ''),
                })}
              >
                <option value="">a plain number</option>
                {Quantity.options.map((option) => (
                  <option key={option}>{option}</option>
                ))}
              </Select>
              {quantity && (
                <Select aria-label="Unit" {...register('unit')}>
                  {unitsOf(quantity).map((unit) => (
                    <option key={unit}>{unit}</option>
                  ))}
                </Select>
              )}
            </Flex>
          </Row>
        )}
        <Row label="Also read as" htmlFor="property-aliases">
          <TextInput
            id="property-aliases"
            placeholder="other names in models, parted by commas"
            {...register('aliases')}
          />
        </Row>
        <Row label="Longest" htmlFor="property-length">
          <Flex align="center" gap="6px">
            <Box width="80px">
              <TextInput id="property-length" inputMode="numeric" {...register('length')} />
            </Box>
            <Box color="soft" fontSize="13px">
              characters
            </Box>
          </Flex>
        </Row>
        <Row label="Required of">
          <Flex gap="14px" pt="4px">
            <label>
              <input type="checkbox" {...register('mustHavePart')} /> parts
            </label>
            <label>
              <input type="checkbox" {...register('mustHaveAssembly')} /> assemblies
            </label>
          </Flex>
        </Row>
        <Row label="Description" htmlFor="property-description">
          <TextInput id="property-description" {...register('description')} />
        </Row>
        {problem && <Problem>{problem}</Problem>}
      </form>
    </Dialog>
  );
}

function fieldsFrom(definition: PropertyDefinition | undefined): Fields {
  return {
    name: definition?.name ?? '',
    type: definition?.type ?? 'text',
    source: definition?.source ?? 'model',
    quantity: definition?.quantity ?? '',
    unit: definition?.unit ?? '',
    aliases: definition?.aliases.join(', ') ?? '',
    length: definition?.length === undefined ? '' : String(definition.length),
    description: definition?.description ?? '',
    mustHavePart: definition?.mustHave?.part ?? false,
    mustHaveAssembly: definition?.mustHave?.assembly ?? false,
  };
}

function definitionFrom(fields: Fields, before: PropertyDefinition | undefined): unknown {
  const number = fields.type === 'number';
  const keepsDisplay = before?.display && before.type === fields.type;
  return {
    id: before?.id ?? idFrom(fields.name),
    name: fields.name,
    type: fields.type,
    source: fields.source,
    aliases: fields.aliases
      .split(',')
      .map((alias) => alias.trim())
      .filter(Boolean),
    ...(number && fields.quantity && { quantity: fields.quantity, unit: fields.unit }),
    ...(fields.length.trim() && { length: Number(fields.length) }),
    ...((fields.mustHavePart || fields.mustHaveAssembly) && {
      mustHave: { part: fields.mustHavePart, assembly: fields.mustHaveAssembly },
    }),
    ...(fields.description.trim() && { description: fields.description.trim() }),
    ...(before?.choices && { choices: before.choices }),
    ...(keepsDisplay && { display: before.display }),
  };
}

/** An id made from a name: small letters, numerals and hyphens. */
function idFrom(name: string): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (
    plain
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 80) || 'property'
  );
}
