import { plainToInstance, Transform } from 'class-transformer';
import {
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUrl,
  Max,
  Min,
  MinLength,
  validateSync,
  ValidateIf,
} from 'class-validator';

const LEVELS = ['warn', 'info', 'silent'] as const;

/** Everything that the server takes from its environment. The table of docs/guide/settings.md explains each. */
export class Environment {
  @IsString({ message: 'DATABASE_URL is not set: start with `npm start`, which sets it.' })
  @MinLength(1, { message: 'DATABASE_URL is not set: start with `npm start`, which sets it.' })
  DATABASE_URL!: string;

  @Transform(({ value }: { value: unknown }) => (/^[1-9]\d{0,4}$/.test(String(value)) ? Number(value) : value))
  @IsInt({ message: 'PORT must be a whole number from 1 to 65535.' })
  @Min(1, { message: 'PORT must be a whole number from 1 to 65535.' })
  @Max(65_535, { message: 'PORT must be a whole number from 1 to 65535.' })
  PORT = 4080;

  /** A streaming replica for read-only requests. */
  @IsOptional()
  @IsString()
  REPLICA_URL?: string;

  /** `no` if other nodes run the background jobs. */
  @IsIn(['yes', 'no'], { message: 'RUN_JOBS must be "yes" or "no".' })
  RUN_JOBS: 'yes' | 'no' = 'yes';

  @IsString()
  HOST = '127.0.0.1';

  @IsOptional()
  @IsIn(['if-empty'], { message: 'LOAD_DEMO must be "if-empty", or left out.' })
  LOAD_DEMO?: 'if-empty';

  @IsIn(LEVELS, { message: `LOG_LEVEL must be one of ${LEVELS.join(', ')}.` })
  LOG_LEVEL: (typeof LEVELS)[number] = 'warn';

  @IsOptional()
  @IsUrl(
    { protocols: ['http', 'https'], require_protocol: true, require_tld: false, disallow_auth: true },
    { message: 'PUBLIC_URL must be an address such as https://shim.example.' },
  )
  PUBLIC_URL?: string;

  @IsString()
  HOSTS = '';

  /** Addresses of proxies on other machines. */
  @IsString()
  PROXIES = '';

  @Transform(({ value }: { value: unknown }) => (value === 'unlimited' ? Infinity : Number(value)))
  @ValidateIf(({ REQUESTS_PER_MINUTE }: Environment) => REQUESTS_PER_MINUTE !== Infinity)
  @Min(1, { message: 'REQUESTS_PER_MINUTE must be a number of 1 or more, or "unlimited".' })
  REQUESTS_PER_MINUTE = 1200;

  @IsOptional()
  @IsString()
  BACKUP_FOLDER?: string;

  /** Folder into which mail is written instead of being sent. */
  @IsOptional()
  @IsString()
  MAIL_FOLDER?: string;
}

/**
 * Checks the environment against the schema. An empty variable counts as not set.
 * @throws Error that names every wrong variable, for the person who starts the server
 */
export function environmentFrom(variables: Readonly<Record<string, unknown>>): Environment {
  const known = Object.keys(plainToInstance(Environment, {})).concat(...OPTIONAL);
  const set = Object.fromEntries(
    Object.entries(variables).filter(([name, value]) => known.includes(name) && value !== undefined && value !== ''),
  );
  const environment = plainToInstance(Environment, set, { exposeDefaultValues: true });
  const wrong = validateSync(environment, { stopAtFirstError: true });
  if (wrong.length > 0) throw new Error(wrong.flatMap(({ constraints = {} }) => Object.values(constraints)).join('\n'));
  return environment;
}

/** Names without a default, which an empty instance does not show. */
const OPTIONAL = ['DATABASE_URL', 'REPLICA_URL', 'LOAD_DEMO', 'PUBLIC_URL', 'BACKUP_FOLDER', 'MAIL_FOLDER'];
