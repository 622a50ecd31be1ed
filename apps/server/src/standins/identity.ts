import { startIdentityProvider } from './identityProvider.ts';

/** The stand-in for a school's identity provider as a program of its own, for the demo. */
const { OAKBELL_IDENTITY_ISSUER, OAKBELL_IDENTITY_CLIENT, OAKBELL_IDENTITY_SECRET } = process.env;
const port = Number(new URL(OAKBELL_IDENTITY_ISSUER ?? '').port);
const people = [
  { name: 'Ilse Marrow, teacher', mail: 'ilse.marrow@skerry.example' },
  { name: 'Tam Oriel, learner', mail: 'tam.oriel@skerry.example' },
  { name: 'Orrin Bell, keeper', mail: 'keeper@skerry.example' },
];
const provider = await startIdentityProvider({
  ...{ port, people, client: OAKBELL_IDENTITY_CLIENT ?? '', secret: OAKBELL_IDENTITY_SECRET ?? '' },
});
process.on('SIGTERM', () => void provider.close().then(() => process.exit(0)));
