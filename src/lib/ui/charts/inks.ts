/** The colours and the type of a theme, as a canvas wants them. */
export interface Inks {
  readonly ink: string;
  readonly second: string;
  readonly rule: string;
  readonly strongRule: string;
  readonly paper: string;
  readonly moss: string;
  readonly mossTint: string;
  readonly ochre: string;
  readonly tide: string;
  readonly tideTint: string;
  readonly rosehip: string;
  readonly font: string;
}

export function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: of('--color-base-content'),
    second: of('--ink-2'),
    rule: of('--rule'),
    strongRule: of('--rule-strong'),
    paper: of('--color-base-100'),
    moss: of('--color-primary'),
    mossTint: of('--moss-tint'),
    ochre: of('--color-warning'),
    tide: of('--color-info'),
    tideTint: of('--tide-tint'),
    rosehip: of('--color-error'),
    font: style.fontFamily
  };
}
