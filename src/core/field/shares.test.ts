import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ids, packOf, taken, tapped, uuidOf } from '../../../tests/support/field';
import {
  type WalkEvent,
  fieldDay,
  handoverCode,
  lostShares,
  nextNumber,
  readHandover,
  roomFor,
  shareOut,
  sharesOf,
  whyNot
} from './index';

const what = { patch: ids.ramsons, part: 'leaf' };
const phone = (number: number, phones = 2) => packOf({ phone: number, phones });

describe('shares', () => {
  it('add up to what is left', () => {
    fc.assert(
      fc.property(fc.nat(5000), fc.integer({ min: 1, max: 9 }), (left, phones) => {
        const shares = shareOut(left, phones);
        expect(shares.reduce((a, b) => a + b, 0)).toBe(left);
        expect(Math.max(...shares) - Math.min(...shares)).toBeLessThanOrEqual(1);
      })
    );
  });

  it('are handed over by a code: at once from the giver, and once to the receiver', () => {
    const given = tapped('handed over', 5, { ...what, pieces: 6, number: 0, to: 2 });
    const code = handoverCode(phone(1), { ...what, pieces: 6, number: 0, from: 1, to: 2 });
    expect(code).toMatch(/^\d{4} \d{4} \d{4} \d{2}$/);
    expect(sharesOf(phone(1), [given]).values().next().value!.slice(0, 2)).toEqual([15, 20]);
    const read = readHandover(phone(2), code, []);
    expect(read).toEqual({ ...what, pieces: 6, number: 0, from: 1, to: 2 });
    const received = tapped('taken over', 6, { ...what, pieces: 6, number: 0, from: 1 }, { phone: 2 });
    const again = tapped('taken over', 7, { ...what, pieces: 6, number: 0, from: 1 }, { phone: 2 });
    expect(sharesOf(phone(1), [given, received, again]).values().next().value!.slice(0, 2)).toEqual([15, 26]);
    expect(readHandover(phone(2), code, [received])).toContain('used');
    expect(readHandover(phone(1), code, [])).toContain('for phone 2');
    expect(readHandover({ ...phone(2), key: 'ff'.repeat(16) }, code, [])).toContain('another walk');
  });

  it('hand over no more than a code has room for', () => {
    const large = packOf({ patches: [{ ...packOf().patches[0]!, left: 5000 }] });
    const give = (pieces: number) =>
      whyNot(large, fieldDay(large, []), tapped('handed over', 5, { ...what, pieces, number: 0, to: 2 }));
    expect(give(1000)).toContain('999');
    expect(give(999)).toBeUndefined();
  });

  it('of a phone that was lost go to another: what it had counted stays, and the sum is what is left', () => {
    const events = [taken(1, 6), taken(2, 3, { phone: 2 })];
    const [lost, ...others] = lostShares(phone(1), fieldDay(phone(1), events), 1);
    expect(others).toEqual([]);
    expect(lost).toEqual({ ...what, pieces: 15, number: 0 });
    const over = [
      ...events,
      tapped('handed over', 5, { ...lost!, to: 2 }),
      tapped('taken over', 5, { ...lost!, from: 1 }, { phone: 2 })
    ];
    expect(sharesOf(phone(1), over).values().next().value!.slice(0, 2)).toEqual([6, 35]);
    expect(roomFor(phone(1), fieldDay(phone(1), over), what)).toBe(0);
    // Said twice, nothing is left to go over.
    expect(lostShares(phone(1), fieldDay(phone(1), over), 1)).toEqual([]);
  });

  it('a slip in one digit, or two that changed places, is found out', () => {
    const code = handoverCode(phone(1), { ...what, pieces: 6, number: 0, from: 1, to: 2 }).replaceAll(
      ' ',
      ''
    );
    let taken = 0;
    let tried = 0;
    for (let i = 0; i < code.length; i += 1)
      for (let digit = 0; digit < 10; digit += 1) {
        const slip = code.slice(0, i) + String(digit) + code.slice(i + 1);
        if (slip === code) continue;
        tried += 1;
        if (typeof readHandover(phone(2), slip, []) !== 'string') taken += 1;
      }
    expect(tried).toBe(126);
    expect(taken).toBe(0);
  });

  it('a code that the receiver gave up goes back to the giver, and is never taken afterwards', () => {
    const given = tapped('handed over', 5, { ...what, pieces: 6, number: 0, to: 2 });
    const up = tapped('code given up', 8, { from: 1, number: 0 }, { phone: 2 });
    expect(sharesOf(phone(1), [given, up]).values().next().value!.slice(0, 2)).toEqual([21, 20]);
    const code = handoverCode(phone(1), { ...what, pieces: 6, number: 0, from: 1, to: 2 });
    expect(readHandover(phone(2), code, [up])).toContain('given up');
    expect(nextNumber(1, [given])).toBe(1);
  });

  it('a code says nothing to a phone whose plan has another patch in that place', () => {
    const code = handoverCode(phone(1), { ...what, pieces: 6, number: 0, from: 1, to: 2 });
    const [ramsons] = packOf().patches;
    const changed = { ...phone(2), patches: [{ ...ramsons!, id: uuidOf(22) }, ramsons!] };
    expect(readHandover(changed, code, [])).toContain('another plan');
    expect(readHandover({ ...changed, patches: [ramsons!] }, code, [])).toMatchObject({ patch: ids.ramsons });
  });

  it('of a part that is counted by itself are its own', () => {
    const [leaf] = packOf().patches;
    const pack = packOf({
      patches: [leaf!, { ...leaf!, account: 'seed', parts: ['seed'], left: 5 }],
      phones: 1
    });
    const day = fieldDay(pack, [taken(1, 30)]);
    expect(roomFor(pack, day, what)).toBe(11);
    expect(roomFor(pack, day, { ...what, part: 'seed' })).toBe(5);
    expect(roomFor(pack, day, { ...what, part: 'root' })).toBeUndefined();
  });

  it('never let phones without network take more together than is left, whatever they do', () => {
    const phones = 3;
    const act = fc.record({
      phone: fc.integer({ min: 1, max: phones }),
      what: fc.constantFrom('take', 'take', 'back', 'put back', 'give', 'type', 'sync', 'undo back'),
      pieces: fc.integer({ min: 1, max: 20 }),
      part: fc.constantFrom('leaf', 'leaf', 'flower'),
      to: fc.integer({ min: 1, max: phones })
    });
    fc.assert(
      fc.property(fc.nat(60), fc.array(act, { minLength: 40, maxLength: 80 }), (left, acts) => {
        const packs = Array.from({ length: phones }, (_, i) => {
          const own = phone(i + 1, phones);
          return { ...own, patches: [{ ...own.patches[0]!, parts: ['leaf', 'flower'], left }] };
        });
        const known: WalkEvent[][] = packs.map(() => []);
        const codes: string[] = [];
        let server: WalkEvent[] = [];
        acts.forEach(({ phone: number, what: deed, pieces, part, to }, minute) => {
          const own = known[number - 1]!;
          const pack = packs[number - 1]!;
          const day = fieldDay(pack, own);
          const add = (event: WalkEvent) => {
            if (whyNot(pack, day, event) === undefined) own.push(event);
          };
          const by = { phone: number };
          if (deed === 'sync') {
            server = [...new Map([...server, ...own].map((one) => [one.id, one])).values()];
            known[number - 1] = [...server];
          } else if (deed === 'take') {
            // Lifted, so that nobody has to be asked first; it is charged like the rest.
            add(taken(minute, pieces, { ...by, part, isLifted: true }));
          } else if (deed === 'put back')
            add(
              tapped(
                'put back',
                minute,
                { ...what, part, stop: ids.carpet, taxon: 'allium-ursinum', pieces },
                by
              )
            );
          else if (deed === 'give' && to !== number) {
            const next = nextNumber(number, own);
            const event = tapped('handed over', minute, { ...what, pieces, number: next!, to }, by);
            if (whyNot(pack, day, event) === undefined) {
              own.push(event);
              codes.push(handoverCode(pack, { ...what, pieces, number: next!, from: number, to }));
            }
          } else if (deed === 'type') {
            for (const code of codes) {
              const read = readHandover(pack, code, known[number - 1]!);
              if (typeof read !== 'string')
                own.push(
                  tapped(
                    'taken over',
                    minute,
                    { ...what, pieces: read.pieces, number: read.number, from: read.from },
                    by
                  )
                );
            }
          } else {
            const kind = deed === 'back' ? 'taken' : 'put back';
            const target = day.events.findLast((one) => one.kind === kind);
            if (target) add(tapped('taken back', minute, { event: target.id }, by));
          }
        });
        const all = fieldDay(packs[0]!, known.flat());
        // Two parts that are counted together.
        expect(all.takings.reduce((sum, { net }) => sum + net, 0)).toBeLessThanOrEqual(left);
        for (const pack of packs)
          expect(roomFor(pack, fieldDay(pack, known.flat()), what)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 1000 }
    );
  });
});
