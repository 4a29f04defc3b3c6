/** Where a page of a list begins: behind the row of this time and id. */
export interface Behind {
  readonly at: string;
  readonly id: string;
}
