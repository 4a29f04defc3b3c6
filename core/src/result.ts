/**
 * An expected failure is a value. `what` is wrong, `where` it is (a path such as `actions.3.part`, or a
 * name that a person knows), and what would be `right`.
 */
export interface Fault {
  readonly what: string;
  readonly where: string;
  readonly right: string;
}

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: Fault };

export const success = <T>(value: T): Result<T> => ({ ok: true, value });

export const failure = <T = never>(what: string, where: string, right: string): Result<T> => ({
  ok: false,
  fault: { what, where, right },
});

/** One line for a person: what is wrong, where, and what would be right. */
export const faultLine = ({ what, where, right }: Fault): string => `${where}: ${what}; ${right}`;

/** For the impossible: a case that the types say cannot happen. */
export function unreachable(value: never): never {
  throw new Error(`unreachable: ${JSON.stringify(value)}`);
}
