import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { commonPasswords } from './common-passwords';

it('is the list that the server refuses passwords by', () => {
  expect(readFileSync('../Adnumera.Web/SignIn/common-passwords.txt', 'utf8')).toBe(commonPasswords());
});
