import { formatDistanceToNow, format } from 'date-fns';

/** How long ago something was, in words; when that was, to the minute, when it is pointed at. `at` is an ISO time. */
export function Ago({ at }: { at: string }) {
  const time = new Date(at);
  // A minute may have passed between the server’s answer and the page, and the server’s clock may be in another place.
  return (
    <time dateTime={at} title={format(time, 'yyyy-MM-dd HH:mm')} suppressHydrationWarning>
      {formatDistanceToNow(time, { addSuffix: true })}
    </time>
  );
}
