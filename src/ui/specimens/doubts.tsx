import { Box, Flex } from '@chakra-ui/react';
import type { Doubt } from '../../core/specimen/reading-table';
import type { WritingHabits } from '../../core/specimen/written-numbers';
import { Choice } from '../controls/choice';

/** How many doubtful cells are shown of each kind. */
const SHOWN = 3;

/** What can be read in two ways, with the first cells of its kind, and the question how the file means it. */
export function Doubts(props: {
  doubts: readonly Doubt[];
  /** What has been said already. */
  habits: WritingHabits;
  onSay: (habits: WritingHabits) => void;
}) {
  const { doubts, habits, onSay } = props;
  const numbers = doubts.filter(({ about }) => about === 'decimal mark');
  const dates = doubts.filter(({ about }) => about === 'order of dates');
  return (
    <>
      {(numbers.length > 0 || habits.decimalMark) && (
        <Question words="Numbers can be read in two ways. The decimal mark is" doubts={numbers}>
          <Choice
            label="Decimal mark"
            value={habits.decimalMark ?? ''}
            options={[
              { value: ',', label: 'the comma' },
              { value: '.', label: 'the point' },
            ]}
            onChange={(mark) => onSay({ ...habits, decimalMark: mark as ',' })}
          />
        </Question>
      )}
      {(dates.length > 0 || habits.slashDates) && (
        <Question words="Dates can be read in two ways. First stands" doubts={dates}>
          <Choice
            label="Order of dates"
            value={habits.slashDates ?? ''}
            options={[
              { value: 'day', label: 'the day' },
              { value: 'month', label: 'the month' },
            ]}
            onChange={(first) => onSay({ ...habits, slashDates: first as 'day' })}
          />
        </Question>
      )}
    </>
  );
}

function Question(props: { words: string; doubts: readonly Doubt[]; children: React.ReactNode }) {
  const { words, doubts, children } = props;
  return (
    <Box pt="8px">
      <Flex align="center" gap="8px" wrap="wrap">
        <Box color={doubts.length > 0 ? 'ochre' : 'pine'}>
          {doubts.length > 0 ? '▲' : '●'} {words}
        </Box>
        {children}
      </Flex>
      {doubts.slice(0, SHOWN).map(({ line, column, text }) => (
        <Box key={`${line} ${column}`} fontSize="13px" color="soft" pl="18px">
          line {line}, {column}: “{text}”
        </Box>
      ))}
      {doubts.length > SHOWN && (
        <Box fontSize="13px" color="soft" pl="18px">
          and {doubts.length - SHOWN} more
        </Box>
      )}
    </Box>
  );
}
