'use client';

import { DatePicker, Portal, parseDate } from '@chakra-ui/react';
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react';

const STEP = { cursor: 'pointer', p: '3px', _hover: { bg: 'plumWash' } } as const;

/** A button that opens a month, in which a day is picked; days are YYYY-MM-DD. */
export function DayPicker(props: { label: string; day: string | undefined; onPick: (day: string) => void }) {
  const { label, day, onPick } = props;
  const isDay = day !== undefined && /^\d{4}-\d{2}-\d{2}$/.test(day);
  return (
    <DatePicker.Root
      unstyled
      locale="en-GB"
      startOfWeek={1}
      width="fit-content"
      value={isDay ? [parseDate(day)] : []}
      onValueChange={({ value }) => value[0] && onPick(value[0].toString())}
    >
      <DatePicker.Control>
        <DatePicker.Trigger aria-label={label} title={label} {...STEP}>
          <CalendarDays size={15} aria-hidden />
        </DatePicker.Trigger>
      </DatePicker.Control>
      <Portal>
        <DatePicker.Positioner>
          <DatePicker.Content
            bg="card"
            border="1px solid"
            borderColor="ink"
            boxShadow="0 4px 14px #0003"
            p="8px"
            zIndex={20}
            fontSize="14px"
          >
            <DatePicker.View view="day">
              <DatePicker.ViewControl display="flex" alignItems="center" justifyContent="space-between" pb="4px">
                <DatePicker.PrevTrigger {...STEP}>
                  <ChevronLeft size={15} aria-hidden />
                </DatePicker.PrevTrigger>
                <DatePicker.RangeText fontWeight={600} />
                <DatePicker.NextTrigger {...STEP}>
                  <ChevronRight size={15} aria-hidden />
                </DatePicker.NextTrigger>
              </DatePicker.ViewControl>
              <DatePicker.Context>
                {({ weekDays, weeks }) => (
                  <DatePicker.Table>
                    <DatePicker.TableHead>
                      <DatePicker.TableRow>
                        {weekDays.map(({ short, long }) => (
                          <DatePicker.TableHeader
                            key={long}
                            aria-label={long}
                            color="soft"
                            fontWeight={400}
                            width="32px"
                          >
                            {short.slice(0, 2)}
                          </DatePicker.TableHeader>
                        ))}
                      </DatePicker.TableRow>
                    </DatePicker.TableHead>
                    <DatePicker.TableBody>
                      {weeks.map((week) => (
                        <DatePicker.TableRow key={week[0]!.toString()}>
                          {week.map((one) => (
                            <DatePicker.TableCell key={one.toString()} value={one}>
                              <DatePicker.TableCellTrigger
                                width="32px"
                                height="26px"
                                textAlign="center"
                                lineHeight="26px"
                                cursor="pointer"
                                _hover={{ bg: 'plumWash' }}
                                _today={{ fontWeight: 600, textDecoration: 'underline' }}
                                _selected={{ bg: 'plum', color: 'onInk' }}
                                css={{ '&[data-outside-range]': { color: 'soft' } }}
                              >
                                {one.day}
                              </DatePicker.TableCellTrigger>
                            </DatePicker.TableCell>
                          ))}
                        </DatePicker.TableRow>
                      ))}
                    </DatePicker.TableBody>
                  </DatePicker.Table>
                )}
              </DatePicker.Context>
            </DatePicker.View>
          </DatePicker.Content>
        </DatePicker.Positioner>
      </Portal>
    </DatePicker.Root>
  );
}
