/** Dates and times as whoever reads them writes them. */
const DAY = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });
const MINUTE = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });
const SECOND = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'medium' });

/** Milliseconds since 1970, or a date as JSON has it. */
type Moment = number | string;

export const day = (at: Moment): string => DAY.format(new Date(at));
export const minute = (at: Moment): string => MINUTE.format(new Date(at));
export const second = (at: Moment): string => SECOND.format(new Date(at));
