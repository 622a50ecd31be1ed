import { ConfigError, readConfig } from './index.ts';

const good = {
  OAKBELL_DATABASE_URL: 'mysql://oakbell@127.0.0.1:3306/oakbell',
  OAKBELL_REDIS_URL: 'redis://127.0.0.1:6379',
  OAKBELL_STORAGE: '/srv/media',
  OAKBELL_SECRET: 'a word that is long enough to sign with',
};

describe('the configuration', () => {
  it('is complete with the four that have no preset', () => {
    expect(readConfig(good)).toMatchObject({ port: 4310, secureCookies: false, timeZone: 'UTC' });
  });
  it.each([
    ['OAKBELL_DATABASE_URL', undefined],
    ['OAKBELL_DATABASE_URL', 'postgres://x'],
    ['OAKBELL_SECRET', 'short'],
    ['OAKBELL_PORT', 'eighty'],
    ['OAKBELL_PORT', '70000'],
    ['OAKBELL_SECURE_COOKIES', 'maybe'],
    ['OAKBELL_TIME_ZONE', 'Harbour/Town'],
    ['OAKBELL_IDENTITY_ISSUER', 'http://identity.example'],
    ['OAKBELL_IDENTITY_ISSUER', 'nowhere'],
    ['OAKBELL_IDENTITY_CLIENT', undefined],
    ['OAKBELL_MAIL_SERVER', 'http://mail.example'],
    ['OAKBELL_MAIL_FROM', undefined],
    ['OAKBELL_ADDRESS', undefined],
    ['OAKBELL_ADDRESS', 'oak.example'],
    ['OAKBELL_RECORD_STORE', 'http://records.example'],
    ['OAKBELL_RECORD_NAME', undefined],
    ['OAKBELL_RECORD_SECRET', undefined],
  ])('names %s when it is %p', (name, value) => {
    const whole = {
      ...good,
      ...(name === 'OAKBELL_IDENTITY_CLIENT' ? { OAKBELL_IDENTITY_ISSUER: 'https://identity.example' } : {}),
      ...{ OAKBELL_MAIL_SERVER: 'smtp://mail.example', OAKBELL_MAIL_FROM: 'Oak Bell <oak@mail.example>' },
      OAKBELL_ADDRESS: 'https://oak.example',
      ...{
        OAKBELL_RECORD_STORE: 'https://records.example/xapi',
        OAKBELL_RECORD_NAME: 'oak',
        OAKBELL_RECORD_SECRET: 'bell',
      },
    };
    expect(() => readConfig({ ...whole, [name]: value })).toThrow(ConfigError);
    expect(() => readConfig({ ...whole, [name]: value })).toThrow(name);
  });
});
