/** A plan as an iCalendar file (RFC 5545). Times float: they are those on the shop's wall, in whatever zone it stands. */
import ical from 'ical-generator';
import { oneLine } from '../../core/document/index.ts';
import type { CalendarEntry } from '../../core/shop/index.ts';

const at = (time: string) => new Date(`${time}:00Z`);

export function calendarFile(name: string, entries: readonly CalendarEntry[]): string {
  const calendar = ical({
    // The library escapes what is in an event, and takes the name as it is.
    name: oneLine(`West Ember: ${name}`),
    prodId: { company: 'West Ember', product: 'Shop', language: 'EN' },
  });
  for (const entry of entries)
    calendar.createEvent({
      id: entry.id.replaceAll(' ', '-'),
      start: at(entry.from),
      end: at(entry.to),
      floating: true,
      summary: entry.title,
      location: entry.place,
      description: entry.words,
    });
  return calendar.toString();
}
