import { saysPortTaken } from './mariadb';

describe('the database’s start', () => {
  it.each([
    [
      "2026-11-29 6:00:01 0 [ERROR] Can't start server: Bind on TCP/IP port. Got error: 98: Address already in use",
      true,
    ],
    ['[ERROR] InnoDB: Unable to lock ./ibdata1 error: 11', false],
    ['the database does not answer after two minutes', false],
  ])('tries another port only where its own was taken (%#)', (reason, taken) => {
    expect(saysPortTaken(`the database does not start (ended with code 1):\n  ${reason}`)).toBe(taken);
  });
});
