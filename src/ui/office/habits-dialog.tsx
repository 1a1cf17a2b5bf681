'use client';

import { Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { changeHabits, readHabits } from '../../contract/office';
import { DATE_FORMS, Habits } from '../../core/office/habits';
import { STANDARD_SIZES } from '../../core/sheet/sizes';
import { CheckBox } from '../controls/check-box';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { sentence } from '../controls/sentence';
import { OnlyFor } from '../data/me';
import { officeQuery } from '../data/queries';
import { ask } from '../data/request';

/** How the office begins its formats and writes its days. */
export function HabitsDialog({ onClose }: { onClose: () => void }) {
  const { data, error, refetch } = useQuery({ queryKey: ['habits'], queryFn: () => ask(readHabits) });
  const client = useQueryClient();
  const [changed, setChanged] = useState<Partial<Habits>>({});
  const [problem, setProblem] = useState<string>();
  const habits = data && { ...data, ...changed };
  const set = (change: Partial<Habits>) => setChanged({ ...changed, ...change });
  const keep = async () => {
    const read = Habits.safeParse(habits);
    if (!read.success) return setProblem(sentence(read.error.issues[0]!.message));
    try {
      client.setQueryData(['habits'], await ask(changeHabits, { body: read.data }));
      void client.invalidateQueries({ queryKey: officeQuery.queryKey });
      onClose();
    } catch (failure) {
      setProblem((failure as Error).message);
    }
  };
  return (
    <Dialog
      open
      title="How formats begin and days are written"
      width="560px"
      onClose={onClose}
      action={{ words: 'Save', onPerform: () => void keep(), disabled: !habits }}
    >
      <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
      {habits && (
        <OnlyFor role="administrator">
          <SelectRow
            label="Days"
            value={habits.dateForm}
            options={DATE_FORMS.map((form) => ({ value: form, label: format(new Date(2026, 10, 26), form) }))}
            onChange={(dateForm) => set({ dateForm })}
          />
          <Row label="Language" htmlFor="habit-language">
            <TextInput
              id="habit-language"
              width="56px"
              value={habits.language}
              onChange={(event) => set({ language: event.target.value })}
            />
          </Row>
          <SelectRow
            label="Standard"
            value={habits.standard}
            options={[
              { value: 'iso', label: 'ISO' },
              { value: 'asme', label: 'ASME' },
            ]}
            onChange={(standard) => set({ standard, sizes: [] })}
          />
          <SelectRow
            label="Unit"
            value={habits.unit}
            options={[
              { value: 'mm', label: 'millimetres' },
              { value: 'in', label: 'inches' },
            ]}
            onChange={(unit) => set({ unit })}
          />
          <SelectRow
            label="Decimal mark"
            value={habits.decimalMark}
            options={[
              { value: ',', label: 'comma: 12,5' },
              { value: '.', label: 'point: 12.5' },
            ]}
            onChange={(decimalMark) => set({ decimalMark })}
          />
          <Row label="Sizes">
            <Flex wrap="wrap" gap="2px 12px" pt="3px">
              {STANDARD_SIZES.filter(({ standard }) => standard === habits.standard).map(
                ({ id, name, orientation }) => (
                  <CheckBox
                    key={id}
                    checked={habits.sizes.includes(id)}
                    onChange={(checked) =>
                      set({ sizes: checked ? [...habits.sizes, id] : habits.sizes.filter((one) => one !== id) })
                    }
                  >
                    {name} {orientation}
                  </CheckBox>
                ),
              )}
            </Flex>
          </Row>
        </OnlyFor>
      )}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}
