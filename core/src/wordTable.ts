/**
 * A table that is asked with words of users: it has the rows given and nothing else, so that "constructor" and
 * "toString" are words like any other.
 */
export const wordTable = <T>(rows: Readonly<Record<string, T>>): Readonly<Record<string, T>> =>
  Object.assign(Object.create(null) as Record<string, T>, rows);
