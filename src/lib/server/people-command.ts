import { ROLES, type Role } from '$core/book';
import { under } from '$core/units';
import { Larder } from './db/client';
import { PeopleRepository, type PeopleFault, type Person } from './doors/people';
import { actorSchema } from './actor';
import { newPassword } from './doors/secrets';
import { optionsOf } from './larder';

const USE = `who may come in, and as what:
  list                      everybody
  add "Name" ${ROLES.join('|')}
  role "Name" ${ROLES.join('|')}
  password "Name"           a new one; signed out everywhere
  remove "Name"
keeper: everything. hand: everything but settings. guest: looks on.`;

type Do = (
  people: PeopleRepository,
  name: string,
  rest: string | undefined,
  ask: Ask
) => Promise<PeopleFault | string>;
/** Asks for a password; '' where one is to be made. */
type Ask = (question: string) => Promise<string>;

const isRole = (text: string | undefined): text is Role =>
  (ROLES as readonly (string | undefined)[]).includes(text);

/** Asks for a password and does something with it; one that was made is said, and is to be changed. */
async function withPassword(
  ask: Ask,
  work: (password: string, made: boolean) => Promise<PeopleFault | undefined>,
  done: string
): Promise<PeopleFault | string> {
  const typed = await ask('Password, or Enter for one that is made: ');
  const password = typed === '' ? newPassword() : typed;
  const fault = await work(password, typed === '');
  return fault ?? (typed === '' ? `${done} Password for a week, to be changed at once: ${password}` : done);
}

const onSomebody =
  (
    work: (people: PeopleRepository, person: Person, rest: string | undefined, ask: Ask) => ReturnType<Do>
  ): Do =>
  async (people, name, rest, ask) => {
    const person = await people.byName(name);
    return person
      ? work(people, person, rest, ask)
      : { code: 'unknown', text: `There is nobody called ${name}: npm run people -- list` };
  };

const COMMANDS: Record<string, Do> = {
  add: async (people, name, role, ask) => {
    const read = actorSchema.safeParse(name);
    if (!read.success || !isRole(role)) return USE;
    return withPassword(
      ask,
      (password, made) => people.add(read.data, role, password, made),
      `${read.data} is a ${role}.`
    );
  },
  role: onSomebody(async (people, { id, name }, role) => {
    if (!isRole(role)) return USE;
    return (await people.setRole(id, role)) ?? `${name} is a ${role}.`;
  }),
  password: onSomebody((people, { id, name }, _, ask) =>
    withPassword(
      ask,
      (password, made) => people.setPassword(id, password, made),
      `${name} has a new password.`
    )
  ),
  remove: onSomebody(async (people, { id, name }) => (await people.remove(id)) ?? `${name} comes in no more.`)
};

/**
 * Says or changes who may come in to the larder that the environment names; also while it is served.
 * @returns what to print, and whether it went well
 */
export async function peopleCommand(
  env: NodeJS.ProcessEnv,
  [command = 'help', name = '', rest]: readonly string[],
  ask: Ask
): Promise<{ ok: boolean; text: string }> {
  const larder = await new Larder(optionsOf(env)).open();
  try {
    const people = new PeopleRepository(larder);
    if (command === 'list') {
      const all = await people.all();
      const lines = all.map(
        ({ name, role, made }) => `${name}: ${role}${made ? ', password still to be changed' : ''}`
      );
      return { ok: true, text: lines.join('\n') || 'nobody yet' };
    }
    const run = under(COMMANDS, command);
    const said = run && name !== '' ? await run(people, name, rest, ask) : USE;
    return typeof said === 'string' ? { ok: said !== USE, text: said } : { ok: false, text: said.text };
  } finally {
    larder.close();
  }
}
