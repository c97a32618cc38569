import dayjs from 'dayjs';
import type { Worker } from '../../../core/shop/index.ts';

export const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

export const hoursOf = (week: Worker['week']) =>
  week
    .flat()
    .reduce((sum, { from, to }) => sum + dayjs(`2000-01-01T${to}`).diff(`2000-01-01T${from}`, 'minute') / 60, 0);

export const hoursWords = (day: Worker['week'][number]) => day.map(({ from, to }) => `${from}-${to}`).join(', ');

export const daysWords = ({ from, to, why }: Worker['away'][number]) =>
  `${dayjs(from).format('D MMM')}${to === from ? '' : ` to ${dayjs(to).format('D MMM')}`}${why && `, ${why}`}`;
