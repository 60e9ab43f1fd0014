/** So much of a currency. */
export interface Money {
  readonly amount: number;
  /** ISO 4217, three letters. */
  readonly currency: string;
}
