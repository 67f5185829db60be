import { describe, expect, it } from 'vitest';
import { History } from './history.svelte';

describe('steps', () => {
  const after = (...steps: number[]) => {
    const history = new History(0);
    for (const one of steps) history.step(one);
    return history;
  };

  it('are undone one by one and brought back in their order', () => {
    const history = after(1, 2);
    history.undo();
    history.undo();
    expect([history.now, history.canUndo, history.canRedo]).toEqual([0, false, true]);
    history.redo();
    expect(history.now).toBe(1);
    history.redo();
    expect([history.now, history.canUndo, history.canRedo]).toEqual([2, true, false]);
  });

  it('that were undone are gone with the next one', () => {
    const history = after(1, 2);
    history.undo();
    history.step(3);
    expect(history.canRedo).toBe(false);
    history.undo();
    expect(history.now).toBe(1);
  });

  it('before the first and after the last there is nothing', () => {
    const history = after();
    history.undo();
    history.redo();
    expect(history.now).toBe(0);
  });

  it('are remembered to a hundred', () => {
    const history = after(...Array.from({ length: 130 }, (_, i) => i + 1));
    for (let i = 0; i < 200; i += 1) history.undo();
    expect(history.now).toBe(30);
  });
});
