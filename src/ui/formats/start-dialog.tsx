'use client';

import { Box, Flex, Grid, chakra } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { type StartOptions, startBlank, startFromStandard } from '../../core/format/starting';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { changePlaceValue } from '../../contract/places';
import { BOUNDS } from '../../core/format/bounds';
import { readSize, sizeInWords, sizeOf } from '../../core/format/sizing';
import { type Habits, USUAL_HABITS } from '../../core/office/habits';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import { STANDARD_SIZES, standardSize } from '../../core/sheet/sizes';
import { officeQuery } from '../data/queries';
import { placesQuery } from '../office/queries';
import { CheckBox } from '../controls/check-box';
import { Choice } from '../controls/choice';
import { Dialog } from '../controls/dialog';
import { CommitField, Problem, Row, Select, TextInput } from '../controls/field';
import { type ShelfEntry, makeFormat } from '../../contract/formats';
import { ask } from '../data/request';
import { FormatPicker, formatWords } from './format-picker';

type Way = 'standard' | 'blank' | 'format';

const WAYS: { way: Way; name: string; words: string }[] = [
  {
    way: 'standard',
    name: 'From a standard',
    words: 'ISO or ASME sheets with zones and a title block, by a few answers',
  },
  { way: 'blank', name: 'Blank', words: 'One A3 sheet with a frame and nothing on it' },
  { way: 'format', name: 'From a format', words: 'A copy of one on the shelf, to go on from' },
];

const WayButton = chakra('button', {
  base: {
    textAlign: 'left',
    border: '1px solid',
    borderColor: 'line',
    bg: 'paper',
    px: '10px',
    py: '7px',
    cursor: 'pointer',
    _hover: { borderColor: 'plum' },
    _disabled: { opacity: 0.6, cursor: 'not-allowed', borderStyle: 'dashed' },
    _pressed: { borderColor: 'plum', bg: 'plumWash' },
  },
});

const TITLE_BLOCKS: { value: StartOptions['titleBlock']; label: string }[] = [
  { value: 'full, compact on A4', label: 'full; compact on the smallest' },
  { value: 'full', label: 'full, 180 mm wide' },
  { value: 'compact', label: 'compact, three rows' },
  { value: 'none', label: 'none' },
];

const newId = () => crypto.randomUUID();

/** What is answered to start a format. */
interface Answers extends Pick<StartOptions, 'name' | 'standard' | 'sizes' | 'titleBlock'> {
  projection: 'first angle' | 'third angle';
  zones: 'standard' | 'own' | 'no';
  columns: number;
  rows: number;
  unit: Habits['unit'];
  decimalMark: Habits['decimalMark'];
  language: string;
  /** A size of the office's own, when it has a name. */
  ownName: string;
  ownSize: string;
}

/** What the guide begins with: the habits of the office. */
const firstAnswers = ({ standard, sizes, unit, decimalMark, language }: Habits): Answers => ({
  name: 'New sheets',
  standard,
  sizes: sizes.filter((id) => standardSize(id)?.standard === standard),
  projection: standard === 'iso' ? 'first angle' : 'third angle',
  zones: 'standard',
  columns: 8,
  rows: 6,
  titleBlock: 'full, compact on A4',
  unit,
  decimalMark,
  language,
  ownName: '',
  ownSize: '',
});

/** What a start from a standard is made from. @throws Error with what cannot be made of the answers */
function optionsOf(answers: Omit<Answers, 'projection' | 'decimalMark'>): Omit<StartOptions, 'id' | 'name'> {
  const { standard, sizes, titleBlock, unit, language, zones, columns, rows } = answers;
  const name = answers.ownName.trim();
  const own = name || answers.ownSize.trim() ? readSize(answers.ownSize, unit) : undefined;
  if (own && !own.ok) throw new Error(own.reason);
  if (own && !name) throw new Error('Name the size of your own.');
  if (zones === 'own' && !(isZones(columns) && isZones(rows)))
    throw new Error(`A sheet has ${BOUNDS.zones[0]} to ${BOUNDS.zones[1]} zones across and up.`);
  return {
    standard,
    sizes,
    titleBlock,
    unit,
    language,
    zones: zones !== 'no',
    ...(zones === 'own' && { zoneCount: { columns, rows } }),
    ...(own && { own: [{ name, width: own.width, height: own.height }] }),
  };
}

const isZones = (count: number) => Number.isInteger(count) && count >= BOUNDS.zones[0] && count <= BOUNDS.zones[1];

/** Whom sheets print as their owner; an office that has none yet says so here. */
function OwnerRow() {
  const client = useQueryClient();
  const { data: places } = useQuery(placesQuery);
  const site = places?.find(({ isDefault }) => isDefault);
  const [problem, setProblem] = useState<string>();
  if (!site) return null;
  const owner = site.values[SUPPLIED.legalOwner];
  if (owner !== undefined && owner !== '')
    return (
      <Row label="Owner">
        <Box pt="4px">
          {valueText(owner).replaceAll('\n', ' ')}{' '}
          <Link href="/office" style={{ textDecoration: 'underline', fontSize: 13 }}>
            in the office
          </Link>
        </Box>
      </Row>
    );
  const keep = async (value: string) => {
    try {
      const body = { property: SUPPLIED.legalOwner, before: owner ?? null, value };
      await ask(changePlaceValue, { params: { id: site.id }, body });
      await client.invalidateQueries({ queryKey: placesQuery.queryKey });
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <CommitField
        label="Owner"
        value=""
        onCommit={(text) => {
          void keep(text.trim());
          return { ok: true };
        }}
      />
      {problem !== undefined && <Problem>{problem}</Problem>}
    </>
  );
}

/** Starts a format; the result is on the board at once, but for a drawing, which is looked over first. */
export function StartDialog(props: { first: ShelfEntry | undefined; onClose: () => void }) {
  const { data, error } = useQuery(officeQuery);
  if (!data && !error) return null;
  return <Starting {...props} habits={data?.habits ?? USUAL_HABITS} />;
}

function Starting(props: { first: ShelfEntry | undefined; habits: Habits; onClose: () => void }) {
  const { first, habits, onClose } = props;
  const router = useRouter();
  const [way, setWay] = useState<Way>('standard');
  const [from, setFrom] = useState(first);
  const { register, control, handleSubmit, formState, setValue, setError } = useForm<Answers>({
    defaultValues: firstAnswers(habits),
  });
  const [standard, sizes, unit, zoned] = useWatch({ control, name: ['standard', 'sizes', 'unit', 'zones'] });
  const { errors, isSubmitting } = formState;

  const chooseStandard = (next: Answers['standard']) => {
    setValue('standard', next);
    setValue('unit', next === 'iso' ? 'mm' : 'in');
    setValue('decimalMark', next === 'iso' ? ',' : '.');
    setValue('projection', next === 'iso' ? 'first angle' : 'third angle');
    setValue(
      'sizes',
      next === 'iso' ? ['iso-a3-landscape', 'iso-a4-portrait'] : ['asme-b-landscape', 'asme-a-landscape'],
    );
  };
  const begin = handleSubmit(async ({ projection, decimalMark, ...answers }) => {
    const name = answers.name.trim();
    try {
      if (way === 'format') {
        if (!from) throw new Error('Choose the format to copy.');
        const { id } = await ask(makeFormat, { body: { copyOf: from.id, name } });
        router.push(`/formats/${id}`);
        return;
      }
      const id = newId();
      const started =
        way === 'blank'
          ? { ok: true as const, document: startBlank({ id, name }) }
          : startFromStandard({ ...optionsOf(answers), id, name }, newId);
      if (!started.ok) throw new Error(started.reason);
      await ask(makeFormat, { body: { start: started.document, projection, decimalMark } });
      router.push(`/formats/${id}`);
    } catch (error) {
      setError('root', { message: (error as Error).message });
    }
  });
  return (
    <Dialog
      open
      title="Start a format"
      width="640px"
      onClose={onClose}
      action={{ words: 'Start', form: 'start-form', disabled: isSubmitting }}
    >
      <Grid templateColumns="1fr 1fr" gap="6px" pb="12px">
        {WAYS.map(({ way: one, name: title, words }) => (
          <WayButton key={one} type="button" aria-pressed={way === one} onClick={() => setWay(one)}>
            <Box fontWeight={500}>{title}</Box>
            <Box fontSize="13px" color="soft">
              {words}
            </Box>
          </WayButton>
        ))}
        <WayButton type="button" onClick={() => router.push('/formats/read')}>
          <Box fontWeight={500}>From a drawing…</Box>
          <Box fontSize="13px" color="soft">
            A DXF or SVG of another program, recognised and looked over before it is taken
          </Box>
        </WayButton>
      </Grid>
      <form id="start-form" onSubmit={(event) => void begin(event)}>
        <Row label="Name" htmlFor="start-name">
          <TextInput
            id="start-name"
            aria-invalid={errors.name !== undefined}
            {...register('name', { validate: (name) => name.trim() !== '' || 'A format needs a name.' })}
          />
          {errors.name?.message && <Problem>{errors.name.message}</Problem>}
        </Row>
        {way === 'format' && (
          <Row label="From">
            <FormatPicker label="From" shown={from ? formatWords(from) : '…'} onChoose={setFrom} />
          </Row>
        )}
        {way === 'standard' && (
          <>
            <Row label="Standard">
              <Choice
                label="Standard"
                value={standard}
                options={[
                  { value: 'iso', label: 'ISO, millimetres' },
                  { value: 'asme', label: 'ASME, inches' },
                ]}
                onChange={chooseStandard}
              />
            </Row>
            <Row label="Sizes">
              <Flex wrap="wrap" gap="2px 12px" pt="3px">
                {STANDARD_SIZES.filter((size) => size.standard === standard).map((size) => (
                  <CheckBox
                    key={size.id}
                    checked={sizes.includes(size.id)}
                    onChange={(checked) =>
                      setValue('sizes', checked ? [...sizes, size.id] : sizes.filter((id) => id !== size.id))
                    }
                  >
                    <Box as="span" title={sizeInWords(sizeOf(size.id, unit)!, unit)}>
                      {size.name} {size.orientation}
                    </Box>
                  </CheckBox>
                ))}
              </Flex>
            </Row>
            <Row label="One of your own">
              <Flex gap="6px">
                <TextInput aria-label="Name of the size" placeholder="name" {...register('ownName')} />
                <TextInput
                  aria-label="Width × height"
                  placeholder={unit === 'in' ? '14 × 8.5' : '420 × 210'}
                  {...register('ownSize')}
                />
              </Flex>
            </Row>
            <Row label="Zones">
              <Flex gap="6px" align="center">
                <Controller
                  control={control}
                  name="zones"
                  render={({ field: { value, onChange } }) => (
                    <Choice
                      label="Zones"
                      value={value}
                      options={[
                        { value: 'standard', label: 'As the standard' },
                        { value: 'own', label: 'By count' },
                        { value: 'no', label: 'None' },
                      ]}
                      onChange={onChange}
                    />
                  )}
                />
                {zoned === 'own' && (
                  <>
                    <TextInput
                      aria-label="Zones across"
                      inputMode="numeric"
                      width="56px"
                      {...register('columns', { valueAsNumber: true })}
                    />
                    ×
                    <TextInput
                      aria-label="Zones up"
                      inputMode="numeric"
                      width="56px"
                      {...register('rows', { valueAsNumber: true })}
                    />
                  </>
                )}
              </Flex>
            </Row>
            <Row label="Title block" htmlFor="start-title">
              <Select id="start-title" {...register('titleBlock')}>
                {TITLE_BLOCKS.map((option) => (
                  <option key={option.value} value={option.value}>
                    {option.label}
                  </option>
                ))}
              </Select>
            </Row>
          </>
        )}
        {way === 'standard' && (
          <>
            <Row label="Unit, decimals">
              <Flex gap="6px">
                <Select aria-label="Unit" {...register('unit')}>
                  <option value="mm">millimetres</option>
                  <option value="in">inches</option>
                </Select>
                <Select aria-label="Decimal mark" {...register('decimalMark')}>
                  <option value=",">comma: 12,5</option>
                  <option value=".">point: 12.5</option>
                </Select>
              </Flex>
            </Row>
            <Row label="Language" htmlFor="start-language">
              <TextInput
                id="start-language"
                width="56px"
                aria-invalid={errors.language !== undefined}
                {...register('language', {
                  validate: (code) => /^[a-z]{2}$/.test(code) || 'A language has two small letters, such as en.',
                })}
              />
              {errors.language?.message && <Problem>{errors.language.message}</Problem>}
            </Row>
            <OwnerRow />
          </>
        )}
        {way !== 'format' && (
          <Row label="Projection">
            <Controller
              control={control}
              name="projection"
              render={({ field: { value, onChange } }) => (
                <Choice
                  label="Projection"
                  value={value}
                  options={[
                    { value: 'first angle', label: 'First angle' },
                    { value: 'third angle', label: 'Third angle' },
                  ]}
                  onChange={onChange}
                />
              )}
            />
          </Row>
        )}
        {errors.root?.message && <Problem>{errors.root.message}</Problem>}
      </form>
    </Dialog>
  );
}
