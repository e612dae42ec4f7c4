import { fieldOf } from '@sturdy-shim/core';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import type { ValidationError } from 'class-validator';
import type { Request, Response } from 'express';
import { PROBLEM_CODES, type ProblemCode } from './problem-codes.ts';
import type { Refusal, Result } from './result.ts';

export class FieldProblemDto {
  @ApiProperty({ description: 'Path of the field, e.g. `valves.0.found.1.feel`' })
  field!: string;
  @ApiProperty()
  problem!: string;
  @ApiProperty()
  remedy!: string;
}

/** RFC 9457 problem details with our additions: a stable code, how to fix it, and the fields concerned. */
export class ProblemDto {
  @ApiProperty()
  type!: string;
  @ApiProperty()
  title!: string;
  @ApiProperty()
  status!: number;
  @ApiProperty({ enum: PROBLEM_CODES, enumName: 'ProblemCode' })
  code!: ProblemCode;
  @ApiProperty()
  detail!: string;
  @ApiProperty()
  remedy!: string;
  @ApiProperty({ type: [FieldProblemDto] })
  errors!: FieldProblemDto[];
  @ApiPropertyOptional({ type: 'object', additionalProperties: true })
  facts?: Record<string, unknown>;
}

const TITLES: Record<number, string> = {
  400: 'The request cannot be read',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'It has changed',
  413: 'Too large',
  422: 'It cannot be done as asked',
  429: 'Too many tries',
  503: 'The database does not answer',
};

export class ProblemException extends HttpException {
  constructor(readonly problem: ProblemDto) {
    super(problem.detail, problem.status);
  }
}

/** Converts a refusal to a response, otherwise returns the value. For controllers. */
export function valueOf<T>(outcome: Result<T>): T {
  if (outcome.ok) return outcome.value;
  throw new ProblemException(problemOf(outcome.refusal));
}

export function problemOf({ code, status, detail, remedy, field, facts }: Refusal): ProblemDto {
  const errors = field === undefined ? [] : [{ field, problem: detail, remedy }];
  return {
    type: 'about:blank',
    title: TITLES[status] ?? 'Refused',
    status,
    code,
    detail,
    remedy,
    errors,
    ...(facts && { facts }),
  };
}

/** For the validation pipe: every field that is wrong, by its path. */
export function problemOfFields(errors: ValidationError[]): ProblemException {
  const fields = errors.flatMap((error) => fieldProblems(error, ''));
  const first = fields[0];
  return new ProblemException({
    type: 'about:blank',
    title: 'The request cannot be read',
    status: 400,
    code: 'invalid-fields',
    detail: first ? `${first.field}: ${first.problem}` : 'A field is wrong.',
    remedy: first?.remedy ?? 'See the fields.',
    errors: fields,
  });
}

function fieldProblems(error: ValidationError, parent: string): FieldProblemDto[] {
  const field = parent === '' ? error.property : `${parent}.${error.property}`;
  const own = Object.entries(error.constraints ?? {}).map(([constraint, message]) => ({
    field,
    problem: constraint === 'whitelistValidation' ? 'There is no such field here.' : message,
    remedy:
      constraint === 'whitelistValidation'
        ? 'Leave it out, or check its spelling.'
        : ((error.contexts?.[constraint] as { remedy?: string } | undefined)?.remedy ?? 'Correct the value.'),
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => fieldProblems(child, field))];
}

/** Every error is sent as problem details; those of our own bugs reveal no internals. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const request = host.switchToHttp().getRequest<Request>();
    const response = host.switchToHttp().getResponse<Response>();
    // The sender disconnected: no response is possible, and it is not an error of the server.
    if (!request.complete && request.destroyed) {
      this.logger.log(`${request.method} ${request.path}: the sender went away`);
      return void response.end();
    }
    const problem = this.read(error);
    if (response.headersSent) return void response.end();
    const seconds = retryAfter(problem, response);
    if (seconds !== null) response.setHeader('Retry-After', String(seconds));
    response.status(problem.status).type('application/problem+json').json(problem);
  }

  private read(error: unknown): ProblemDto {
    if (error instanceof ProblemException) return error.problem;
    if (isDatabaseAway(error)) {
      this.logger.error(`database away: ${error.message}`);
      return databaseAway;
    }
    const status = clientStatus(error);
    if (status === null) {
      this.logger.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
      return {
        ...problemOf({
          code: 'our-fault',
          status: 400,
          detail: 'Something went wrong on our side. Nothing was saved.',
          remedy: 'Try again; if it happens again, report the time of day.',
        }),
        title: 'Our fault',
        status: 500,
      };
    }
    return { ...plainProblem(status), title: TITLES[status] ?? 'Refused', status };
  }
}

const MINUTE_S = 60;
const DATABASE_BACK_S = 5;

/** Retry-After, for programs (RFC 9110, section 10.2.3). In seconds. */
function retryAfter({ status, facts }: ProblemDto, response: Response): number | null {
  if (status === 503) return DATABASE_BACK_S;
  if (status !== 429) return null;
  if (typeof facts?.minutes === 'number') return facts.minutes * MINUTE_S;
  // The throttle uses its own header name.
  const throttled = Number(response.getHeader('Retry-After-all'));
  return throttled > 0 ? throttled : MINUTE_S;
}

/** Classes of PostgreSQL's errors that say the database is away or cannot take any more: connection, resources, shutdown. */
const AWAY = /^(08|53|57P|58)/;
const AWAY_WORDS =
  /ECONNREFUSED|ECONNRESET|EPIPE|connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|Query read timeout/i;

function isDatabaseAway(error: unknown): error is Error {
  if (!(error instanceof Error)) return false;
  const code = fieldOf(error, 'code');
  if (typeof code === 'string' && AWAY.test(code)) return true;
  return AWAY_WORDS.test(`${String(code)} ${error.message}`);
}

const databaseAway: ProblemDto = {
  type: 'about:blank',
  title: 'The database does not answer',
  status: 503,
  code: 'database-away',
  detail: 'The database does not answer now. It is not known whether this was saved.',
  remedy: 'Send it again in a moment: what was saved already counts once.',
  errors: [],
};

/** Status of a client error from the framework or the body parser; null for a server error. */
function clientStatus(error: unknown): number | null {
  if (error instanceof HttpException) return error.getStatus() < 500 ? error.getStatus() : null;
  const status = fieldOf(error, 'status');
  if (typeof status === 'number' && status >= 400 && status < 500) return status;
  return error instanceof URIError ? 400 : null;
}

function plainProblem(status: number): ProblemDto {
  if (status === 404) {
    return problemOf({
      code: 'no-such-route',
      status: 404,
      detail: 'There is nothing at this address.',
      remedy: 'Check the address; /api/openapi.json lists them all.',
    });
  }
  if (status === 413) {
    return problemOf({
      code: 'too-large',
      status: 400,
      detail: 'The request is larger than is taken here: 256 kB, 5 MB for a file that is read, 8 MB for a photo.',
      remedy: 'Send less at a time.',
    });
  }
  if (status === 429) {
    return problemOf({
      code: 'too-often',
      status: 429,
      detail: 'Too many requests came from this address in a short time.',
      remedy: 'Wait a minute, then try again.',
    });
  }
  return problemOf({
    code: 'unreadable',
    status: 400,
    detail: 'The request is not readable JSON.',
    remedy: 'Send UTF-8 JSON; numbers are plain digits with a decimal point.',
  });
}
