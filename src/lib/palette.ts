/**
 * Colours of drawings, maps and print. They stay as they are in every theme: a plate is looked at on its own paper. By
 * day the screen has the same ones (app.css).
 */
export const palette = {
  ink: '#1F2D26',
  second: '#46524A',
  grey: '#7C7F71',
  rule: '#CFC7B2',
  paper: '#FCFAF3',
  page: '#F7F3E8',
  moss: '#35602F',
  ochre: '#7F5200',
  tide: '#1C5873',
  rosehip: '#A11D2B'
} as const;
