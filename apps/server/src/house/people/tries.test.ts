import { hereCarrier } from '../../machines';
import { TooManyTries, Tries } from './tries';

const fail = async (tries: Tries, name: string, address: string, times: number) => {
  for (let i = 0; i < times; i++) await tries.begin(name, address);
};

describe('tries to sign in', () => {
  it('end for a name after ten that failed, from wherever, and for nobody else', async () => {
    const tries = new Tries(hereCarrier());
    for (let i = 0; i < 10; i++) await tries.begin('maud', `10.0.0.${i}`);
    const refused = await tries.begin('maud', '10.0.1.1').catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(TooManyTries);
    expect((refused as TooManyTries).seconds).toBeGreaterThan(60);
    expect((refused as Error).message).toMatch(/wait 15 minutes/);
    await expect(tries.begin('odo', '10.0.0.1')).resolves.toBeUndefined();
  });

  it('end for an address after fifty, whatever names it tries', async () => {
    const tries = new Tries(hereCarrier());
    for (let i = 0; i < 50; i++) await tries.begin(`name ${i}`, '10.0.0.1');
    await expect(tries.begin('one more', '10.0.0.1')).rejects.toThrow(TooManyTries);
    await expect(tries.begin('one more', '10.0.0.2')).resolves.toBeUndefined();
  });

  it('that went well count against nobody', async () => {
    const tries = new Tries(hereCarrier());
    for (let day = 0; day < 30; day++) {
      await fail(tries, 'maud', '10.0.0.1', 1);
      await tries.wentWell('maud', '10.0.0.1');
    }
    await expect(fail(tries, 'maud', '10.0.0.1', 9)).resolves.toBeUndefined();
  });
});
