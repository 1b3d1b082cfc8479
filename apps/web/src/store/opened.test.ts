import { opened, sized } from './opened.ts';

const file = (bytes: number): File => ({ name: 'big.xlsx', size: bytes, text: () => Promise.resolve('x') }) as unknown as File;

test('a file of a size that can be opened is, a larger one is refused in a sentence with both sizes', async () => {
  expect(await opened(file(2 * 1024 * 1024), 'json')).toBe('x');
  await expect(opened(file(2 * 1024 * 1024 + 1), 'json')).rejects.toThrow('big.xlsx has 3 MB; at most 2 MB can be opened here.');
  expect(() => sized(file(65 * 1024 * 1024), 'device')).toThrow('at most 64 MB');
});
