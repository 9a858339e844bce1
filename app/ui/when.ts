import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';

/** A moment as one says it: “12 minutes ago”, “3 days ago”, “14 Aug 2026”. */
export function whenSaid(iso: string): string {
  const at = new Date(iso);
  return differenceInCalendarDays(new Date(), at) > 45
    ? format(at, 'd MMM yyyy')
    : formatDistanceToNow(at, { addSuffix: true });
}
