/** How one fruit looks, from afar and near. Sizes in millimetres. */
export interface FruitLook {
  readonly form: string;
  readonly size: number;
  readonly colour: string;
  /** What is left of the flower on it. */
  readonly crown: string;
  /** A pale bloom over the skin. */
  readonly bloom: boolean;
  /** A berry longer than it is wide. */
  readonly isLong: boolean;
  /** Oil lines run the whole length of a flat fruit. */
  readonly wholeLines: boolean;
  readonly green: string;
  readonly pen: number;
}
