'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { Controller, type Control, useForm, useWatch } from 'react-hook-form';
import {
  type ListedProperty,
  addProperty,
  changeProperty,
  mergeProperty,
  removeProperty,
} from '../../contract/properties';
import { counted } from '../../core/counted';
import { patternTrouble } from '../../core/property/pattern';
import { issueInWords } from '../../core/format/issue-words';
import { PropertyDefinition, PropertyType, Source } from '../../core/property/definition';
import { propertyId } from '../../core/named-id';
import type { DisplayFormat } from '../../core/property/display';
import { Quantity, unitsOf } from '../../core/property/units';
import { Button } from '../controls/button';
import { LookingOnly, OnlyFor, useWhyNot } from '../data/me';
import { CheckBox } from '../controls/check-box';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { answeredQuery, usesQuery } from './queries';
import { ask } from '../data/request';
import { DisplayRows } from '../property/display-rows';

interface Fields {
  name: string;
  type: PropertyType;
  source: Source;
  quantity: Quantity | '';
  unit: string;
  aliases: string;
  length: string;
  pattern: string;
  choices: string;
  display: DisplayFormat | undefined;
  description: string;
  mustHavePart: boolean;
  mustHaveAssembly: boolean;
}

/** Adds a property or changes one. Its id is made from its first name and never changes, so that links hold. */
export function PropertyDialog({
  row,
  others,
  onClose,
  onSave,
}: {
  row: ListedProperty | undefined;
  /** The properties it may be merged into. */
  others: readonly PropertyDefinition[];
  onClose: () => void;
  onSave: () => void;
}) {
  const { register, handleSubmit, control, setValue, formState } = useForm<Fields>({
    defaultValues: fieldsFrom(row?.definition),
  });
  const [problem, setProblem] = useState<string>();
  const [type, quantity, unit, display] = useWatch({ control, name: ['type', 'quantity', 'unit', 'display'] });
  const { errors } = formState;
  const submit = handleSubmit(
    async (fields) => {
      const parsed = PropertyDefinition.safeParse(definitionFrom(fields, row?.definition));
      if (!parsed.success) {
        setProblem(issueInWords(parsed.error, 'The property'));
        return;
      }
      try {
        const definition = parsed.data;
        if (row)
          await ask(changeProperty, { params: { id: definition.id }, body: { definition, version: row.version } });
        else await ask(addProperty, { body: { definition } });
        onSave();
      } catch (error) {
        setProblem((error as Error).message);
      }
      // What was said of an earlier try is no longer so.
    },
    () => setProblem(undefined),
  );
  const whyNot = useWhyNot('administrator');
  return (
    <Dialog
      open
      title={row ? row.definition.name : 'Add a property'}
      width={row ? '820px' : undefined}
      onClose={onClose}
      action={{
        words: row ? 'Save' : 'Add',
        form: 'property-form',
        disabled: formState.isSubmitting || whyNot !== undefined,
      }}
    >
      <LookingOnly role="administrator" />
      <OnlyFor role="administrator">
        <Flex gap="24px" align="stretch">
          <chakra.form flex="1" minWidth={0} id="property-form" onSubmit={(event) => void submit(event)}>
            <Row label="Name" htmlFor="property-name">
              <TextInput
                id="property-name"
                autoFocus
                aria-invalid={errors.name !== undefined}
                {...register('name', { validate: (name) => name.trim() !== '' || 'A property needs a name.' })}
              />
              {errors.name?.message && <Problem>{errors.name.message}</Problem>}
            </Row>
            <Row label="Source" htmlFor="property-source">
              <Select id="property-source" {...register('source')}>
                {Source.options.map((source) => (
                  <option key={source}>{source}</option>
                ))}
              </Select>
            </Row>
            <Row label="Type" htmlFor="property-type">
              <Select id="property-type" {...register('type', { onChange: () => setValue('display', undefined) })}>
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
                placeholder="other names in models, separated by commas"
                {...register('aliases')}
              />
            </Row>
            <Row label="Longest" htmlFor="property-length">
              <Flex align="center" gap="6px">
                <Box width="80px">
                  <TextInput
                    id="property-length"
                    inputMode="numeric"
                    aria-invalid={errors.length !== undefined}
                    {...register('length', { validate: isLength })}
                  />
                </Box>
                <Box color="soft" fontSize="13px">
                  characters
                </Box>
              </Flex>
              {errors.length?.message && <Problem>{errors.length.message}</Problem>}
            </Row>
            {type === 'choice' && (
              <Row label="Choices" htmlFor="property-choices">
                <TextInput id="property-choices" placeholder="separated by commas" {...register('choices')} />
              </Row>
            )}
            {type === 'text' && (
              <Row label="Pattern" htmlFor="property-pattern">
                <TextInput
                  id="property-pattern"
                  placeholder="a regular expression, such as KW-[0-9]{4}"
                  aria-invalid={errors.pattern !== undefined}
                  {...register('pattern', { validate: (pattern) => patternTrouble(pattern.trim()) ?? true })}
                />
                {errors.pattern?.message && <Problem>{errors.pattern.message}</Problem>}
              </Row>
            )}
            <DisplayRows
              type={type}
              unit={type === 'number' ? unit : undefined}
              display={display}
              example={type === 'text' ? row?.longest[0] : undefined}
              onChange={(next) => {
                setValue('display', next);
                return { ok: true };
              }}
            />
            <Row label="Required of">
              <Flex gap="14px" pt="4px">
                <CheckField control={control} name="mustHavePart">
                  parts
                </CheckField>
                <CheckField control={control} name="mustHaveAssembly">
                  assemblies
                </CheckField>
              </Flex>
            </Row>
            <Row label="Description" htmlFor="property-description">
              <TextInput id="property-description" {...register('description')} />
            </Row>
            {problem && <Problem>{problem}</Problem>}
          </chakra.form>
          {row && (
            <Box width="300px" flexShrink={0} borderLeft="1px solid" borderColor="line" pl="18px">
              <WhereItIs row={row} />
              <RemoveOrMerge row={row} others={others} onDone={onSave} />
            </Box>
          )}
        </Flex>
      </OnlyFor>
    </Dialog>
  );
}

/** Yes or no in the form. */
function CheckField(props: {
  control: Control<Fields>;
  name: 'mustHavePart' | 'mustHaveAssembly';
  children: ReactNode;
}) {
  return (
    <Controller
      control={props.control}
      name={props.name}
      render={({ field: { value, onChange } }) => (
        <CheckBox checked={value} onChange={onChange}>
          {props.children}
        </CheckBox>
      )}
    />
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box pb="12px">
      <Box as="h3" fontWeight={600} fontSize="14px" pb="2px">
        {title}
      </Box>
      {children}
    </Box>
  );
}

/** How many values and places are shown of each. */
const SHOWN = 6;

/** The values that models have of a property, and the cells that print it. */
function WhereItIs({ row }: { row: ListedProperty }) {
  const { data: uses, error } = useQuery(usesQuery(row.definition.id));
  const list = (lines: readonly string[], total = lines.length) => (
    <Box fontSize="13px">
      {lines.slice(0, SHOWN).map((line) => (
        <Box key={line} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" title={line}>
          {line}
        </Box>
      ))}
      {total > SHOWN && <Box color="soft">and {total - Math.min(SHOWN, lines.length)} more</Box>}
    </Box>
  );
  return (
    <>
      {row.longest.length > 0 && <Part title="Seen in models, the longest first">{list(row.longest)}</Part>}
      <Part title="Used in">
        {error && <Problem>{error.message}</Problem>}
        {uses && (uses.total > 0 ? list(uses.places, uses.total) : 'no cell yet')}
      </Part>
    </>
  );
}

/** Takes the property out, or merges it into another one; a refusal says where it is used. */
function RemoveOrMerge(props: { row: ListedProperty; others: readonly PropertyDefinition[]; onDone: () => void }) {
  const { definition } = props.row;
  const [into, setInto] = useState('');
  const { data: answered } = useQuery(answeredQuery(definition.id));
  const [problem, setProblem] = useState<string>();
  const tried = async (work: () => Promise<unknown>) => {
    try {
      await work();
      props.onDone();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const alike = props.others.filter(
    (other) =>
      other.id !== definition.id && other.source === definition.source && other.quantity === definition.quantity,
  );
  return (
    <Part title="Merge or remove">
      <Flex gap="6px">
        <Select aria-label="Merge into" value={into} onChange={(event) => setInto(event.target.value)}>
          <option value="">another property…</option>
          {alike.map((other) => (
            <option key={other.id} value={other.id}>
              {other.name}
            </option>
          ))}
        </Select>
        <Button
          type="button"
          disabled={into === ''}
          onClick={() =>
            void tried(() => ask(mergeProperty, { params: { id: definition.id }, body: { mergeInto: into } }))
          }
        >
          Merge
        </Button>
        <Button type="button" onClick={() => void tried(() => ask(removeProperty, { params: { id: definition.id } }))}>
          Remove
        </Button>
      </Flex>
      {answered !== undefined && answered.drawings > 0 && (
        <Box fontSize="13px" color="ochre" pt="2px">
          ▲ {counted(answered.drawings, 'drawing')} {answered.drawings === 1 ? 'has' : 'have'} answered it. The answers
          are kept, and stand again when it is added again under this name.
        </Box>
      )}
      <Box fontSize="12px" color="soft" pt="2px">
        Merging moves every link and keeps the name as another one it is read as.
      </Box>
      {problem && <Problem>{problem}</Problem>}
    </Part>
  );
}

/** Whether a length is typed as one, or why it is none. */
const isLength = (typed: string): true | string =>
  typed.trim() === '' || (/^\d+$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= 500)
    ? true
    : 'Length: a whole number from 1 to 500.';

function fieldsFrom(definition: PropertyDefinition | undefined): Fields {
  return {
    name: definition?.name ?? '',
    type: definition?.type ?? 'text',
    source: definition?.source ?? 'model',
    quantity: definition?.quantity ?? '',
    unit: definition?.unit ?? '',
    aliases: definition?.aliases.join(', ') ?? '',
    length: definition?.length === undefined ? '' : String(definition.length),
    pattern: definition?.pattern ?? '',
    choices: definition?.choices?.join(', ') ?? '',
    display: definition?.display,
    description: definition?.description ?? '',
    mustHavePart: definition?.mustHave?.part ?? false,
    mustHaveAssembly: definition?.mustHave?.assembly ?? false,
  };
}

function definitionFrom(fields: Fields, before: PropertyDefinition | undefined): unknown {
  const number = fields.type === 'number';
  return {
    id: before?.id ?? propertyId(fields.name),
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
    ...(fields.type === 'text' && fields.pattern.trim() && { pattern: fields.pattern.trim() }),
    ...(fields.type === 'choice' &&
      fields.choices.trim() && {
        choices: fields.choices
          .split(',')
          .map((choice) => choice.trim())
          .filter(Boolean),
      }),
    ...(fields.display && { display: fields.display }),
  };
}
