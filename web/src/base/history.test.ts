import { describe, expect, it, vi } from 'vitest';
import { History } from './history.ts';

/** A sheet of paper with a history: writing is refused while it is locked. */
function paper() {
  const shown = vi.fn();
  const history = new History(shown);
  const sheet = { text: '', isLocked: false };
  const write = async (text: string): Promise<boolean> => {
    await Promise.resolve();
    if (sheet.isLocked) return false;
    sheet.text = text;
    return true;
  };
  const change = (what: string, text: string) =>
    history.inTurn(async () => {
      const before = sheet.text;
      if (await write(text)) history.record({ what, undo: () => write(before), redo: () => write(text) });
    });
  return { history, sheet, change, shown };
}

describe('a history', () => {
  it('goes back and forth over what was changed, and names what is next', async () => {
    const { history, sheet, change } = paper();
    await change('first', 'a');
    await change('second', 'ab');
    expect([history.undoable, history.redoable]).toEqual(['second', null]);
    await history.undo();
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['a', 'first', 'second']);
    await history.undo();
    await history.undo();
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['', null, 'first']);
    await history.redo();
    await history.redo();
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['ab', 'second', null]);
  });

  it('forgets what was taken back once something else is changed', async () => {
    const { history, sheet, change } = paper();
    await change('first', 'a');
    await change('second', 'ab');
    await history.undo();
    await change('other', 'ax');
    expect([history.redoable, history.undoable]).toEqual([null, 'other']);
    await history.redo();
    expect(sheet.text).toBe('ax');
  });

  it('keeps what could not be taken back, to be tried again', async () => {
    const { history, sheet, change } = paper();
    await change('first', 'a');
    sheet.isLocked = true;
    await history.undo();
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['a', 'first', null]);
    sheet.isLocked = false;
    await history.undo();
    sheet.isLocked = true;
    await history.redo();
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['', null, 'first']);
  });

  it('does presses one after the other, however fast they come', async () => {
    const { history, sheet, change } = paper();
    const presses = [change('1', 'a'), change('2', 'ab'), history.undo(), change('3', 'ac'), history.undo()];
    await Promise.all(presses);
    expect([sheet.text, history.undoable, history.redoable]).toEqual(['a', '1', '3']);
  });

  it('goes on after work that failed', async () => {
    const { history, sheet, change } = paper();
    await expect(history.inTurn(() => Promise.reject(new Error('away')))).rejects.toThrow('away');
    await change('first', 'a');
    expect(sheet.text).toBe('a');
  });

  it('tells whenever there is something else to take back, and only then', async () => {
    const { history, change, shown } = paper();
    await history.undo();
    expect(shown).not.toHaveBeenCalled();
    await change('first', 'a');
    await history.undo();
    expect(shown).toHaveBeenCalledTimes(2);
  });
});
