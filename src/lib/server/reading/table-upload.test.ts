import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readUpload } from './table-upload';

const file = (name: string, content: string | Uint8Array) => ({
  name,
  bytes: typeof content === 'string' ? strToU8(content) : content
});

describe('an upload of tables', () => {
  it('takes CSV files by their names and archives of them, whatever folder they lie in', async () => {
    const archive = zipSync({ 'export/uses.csv': strToU8('uses'), 'export/readme.txt': strToU8('no table') });
    expect(readUpload([file('matrix.csv', 'matrix'), file('any.zip', archive)])).toEqual({
      tables: { 'matrix.csv': 'matrix', 'uses.csv': 'uses' }
    });
  });

  it('tells an archive by its content, not by its name', async () => {
    expect(readUpload([file('library.csv', zipSync({ 'legal.csv': strToU8('x') }))])).toEqual({
      tables: { 'legal.csv': 'x' }
    });
  });

  it.each([
    ['no file', [], /Choose one or more files/],
    ['a file of another name', [file('plants.csv', 'a')], /none of the tables/],
    ['one table twice', [file('uses.csv', 'a'), file('uses.csv', 'b')], /uploaded twice/],
    [
      'an archive without tables',
      [file('a.zip', zipSync({ 'x.txt': strToU8('x') }))],
      /holds none of the tables/
    ],
    ['a damaged archive', [file('a.zip', strToU8('PK\u0003\u0004 nonsense'))], /damaged archive/],
    [
      'an archive that unpacks to more than anybody needs',
      [file('a.zip', zipSync({ 'matrix.csv': new Uint8Array(21_000_000) }))],
      /more than 6 MB/
    ]
  ])('is refused where it is %s', async (_, files, problem) => {
    expect(readUpload(files)).toEqual({ problem: expect.stringMatching(problem) });
  });
});
