import { Harvest } from '../schema';
import { type FieldKind, joined } from './kind';

/** How it is taken. */
export const harvest: FieldKind<Harvest> = {
  title: 'harvest',
  schema: Harvest,
  words: (rule) => Object.values(rule).join('; '),
  /** What both ask. */
  stricter: (own, base) => own && { ...own, rule: joined(own.rule, base.rule) },
  read: (filled) => ({
    value: filled.text('rule')
      ? { rule: filled.text('rule'), tool: filled.text('tool'), basis: filled.text('basis') }
      : undefined
  }),
  toFacts: ({ rule, tool, basis }) => ({ harvestRule: rule, harvestTool: tool, harvestBasis: basis }),
  fromFacts: ({ harvestRule, harvestTool = '', harvestBasis = '' }) =>
    harvestRule ? { rule: harvestRule, tool: harvestTool, basis: harvestBasis } : undefined
};
