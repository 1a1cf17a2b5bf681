'use client';

import { Box, Flex, Grid, chakra } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { type StartOptions, startBlank, startFromStandard } from '../../core/format/starting';
import { STANDARD_SIZES } from '../../core/sheet/sizes';
import { CheckBox } from '../controls/check-box';
import { Choice } from '../controls/choice';
import { Dialog } from '../controls/dialog';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { type ShelfEntry, makeFormat } from '../../contract/formats';
import { ask } from '../data/request';
import { FormatPicker, formatWords } from './format-picker';

type Way = 'standard' | 'blank' | 'format' | 'dxf' | 'svg';

const WAYS: { way: Way; name: string; words: string; there: boolean }[] = [
  {
    way: 'standard',
    name: 'From a standard',
    words: 'ISO or ASME sheets with zones and a title block, by a few answers',
    there: true,
  },
  { way: 'blank', name: 'Blank', words: 'One A3 sheet with a frame and nothing on it', there: true },
  { way: 'format', name: 'From a format', words: 'A copy of one on the shelf, to go on from', there: true },
  {
    way: 'dxf',
    name: 'From a DXF drawing',
    words: 'Not there yet: it comes with the exchange of drawings',
    there: false,
  },
  { way: 'svg', name: 'From an SVG', words: 'Not there yet: it comes with the exchange of drawings', there: false },
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
  zones: 'yes' | 'no';
}

const FIRST: Answers = {
  name: 'New sheets',
  standard: 'iso',
  sizes: ['iso-a3-landscape', 'iso-a4-portrait', 'iso-a2-landscape', 'iso-a1-landscape', 'iso-a0-landscape'],
  projection: 'first angle',
  zones: 'yes',
  titleBlock: 'full, compact on A4',
};

/** Starts a format in one of five ways; the result is on the board at once. */
export function StartDialog({ first, onClose }: { first: ShelfEntry | undefined; onClose: () => void }) {
  const router = useRouter();
  const [way, setWay] = useState<Way>('standard');
  const [from, setFrom] = useState(first);
  const { register, control, handleSubmit, formState, setValue, setError } = useForm<Answers>({ defaultValues: FIRST });
  const [standard, sizes] = useWatch({ control, name: ['standard', 'sizes'] });
  const { errors, isSubmitting } = formState;

  const chooseStandard = (next: Answers['standard']) => {
    setValue('standard', next);
    setValue('projection', next === 'iso' ? 'first angle' : 'third angle');
    setValue(
      'sizes',
      next === 'iso' ? ['iso-a3-landscape', 'iso-a4-portrait'] : ['asme-b-landscape', 'asme-a-landscape'],
    );
  };
  const begin = handleSubmit(async ({ projection, zones, ...answers }) => {
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
          : startFromStandard({ ...answers, id, name, zones: zones === 'yes' }, newId);
      if (!started.ok) throw new Error(started.reason);
      await ask(makeFormat, { body: { start: started.document, projection } });
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
        {WAYS.map(({ way: one, name: title, words, there }) => (
          <WayButton key={one} type="button" disabled={!there} aria-pressed={way === one} onClick={() => setWay(one)}>
            <Box fontWeight={500}>{title}</Box>
            <Box fontSize="13px" color="soft">
              {words}
            </Box>
          </WayButton>
        ))}
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
                    {size.name} {size.orientation}
                  </CheckBox>
                ))}
              </Flex>
            </Row>
            <Row label="Zones">
              <Controller
                control={control}
                name="zones"
                render={({ field: { value, onChange } }) => (
                  <Choice
                    label="Zones"
                    value={value}
                    options={[
                      { value: 'yes', label: 'Yes' },
                      { value: 'no', label: 'No' },
                    ]}
                    onChange={onChange}
                  />
                )}
              />
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
