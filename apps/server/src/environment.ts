import { join, resolve } from 'node:path';
import Joi from 'joi';

/** How the server is told to run. */
export interface Environment {
  /** Folder of the project: what was built, the demo. */
  readonly root: string;
  readonly data: string;
  readonly host: string;
  readonly port: number;
  /** Where the desk listens while the door is open: at this machine's address in its network where null. */
  readonly lanHost: string | null;
  readonly lanPort: number;
  readonly demo: boolean;
  readonly log: boolean;
}

/** Raised where a variable cannot be used. The message is for people. */
export class BadEnvironment extends Error {
  override readonly name = 'BadEnvironment';
}

const port = Joi.number().integer().min(0).max(65_535);
const host = Joi.string().hostname().max(253);
const onOff = Joi.boolean().truthy('1').falsy('0');
const schema = Joi.object({
  DEFT_ROOT: Joi.string().default('.'),
  DEFT_DATA: Joi.string(),
  DEFT_HOST: host.default('127.0.0.1'),
  DEFT_PORT: port.default(8090),
  DEFT_LAN_HOST: host,
  DEFT_LAN_PORT: port,
  DEFT_DEMO: onOff.default(false),
  DEFT_LOG: onOff.default(true),
}).unknown();

/** Reads the environment. @throws BadEnvironment naming the variable that is of no use */
export function readEnvironment(variables: Readonly<Record<string, string | undefined>>): Environment {
  const { value, error } = schema.validate(variables);
  if (error) throw new BadEnvironment(`This cannot be used: ${error.message}.`);
  const root = resolve(value.DEFT_ROOT);
  return {
    root,
    data: resolve(value.DEFT_DATA ?? join(root, 'data')),
    host: value.DEFT_HOST,
    port: value.DEFT_PORT,
    lanHost: value.DEFT_LAN_HOST ?? null,
    lanPort: value.DEFT_LAN_PORT ?? value.DEFT_PORT,
    demo: value.DEFT_DEMO,
    log: value.DEFT_LOG,
  };
}
