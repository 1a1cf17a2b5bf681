/** Scales of the series that drawings prefer, the largest first (ISO 5455:1979, table). */
export const PREFERRED_SCALES: readonly string[] = [
  '50:1',
  '20:1',
  '10:1',
  '5:1',
  '2:1',
  '1:1',
  '1:2',
  '1:5',
  '1:10',
  '1:20',
  '1:50',
  '1:100',
  '1:200',
  '1:500',
  '1:1000',
  '1:2000',
  '1:5000',
  '1:10000',
];

/** What a sheet prints whose views have scales of their own. */
export const AS_NOTED = 'as noted';
