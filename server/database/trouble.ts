/** What is wrong with the database, as an error a person understands. */
import { BaseError, ConnectionError, DatabaseError } from 'sequelize';
import { ApiError } from '../errors.ts';

/** MariaDB's own numbers (mariadb.com, error codes): the pool closed, statement stopped, lock not got, deadlock. */
const AWAY = new Set([1040, 1053, 1129, 1158, 1159, 1160, 1161, 1205, 1213, 1317, 1927, 1969, 2006, 2013]);
/** Disk full while writing a file, a row, a log; a table that is full. */
const FULL = new Set([3, 28, 1021, 1030, 1114]);

interface ParentError {
  errno?: number;
  code?: string;
}

const parentOf = (error: BaseError): ParentError => (error as { parent?: ParentError }).parent ?? {};

/** Connection errors of the connector start here (mariadb connector, lib/misc/errors.js). */
const CONNECTOR_ERRORS_FROM = 45_000;

/** The error to answer with; null when the trouble is not the database's. */
export function databaseTrouble(error: unknown): ApiError | null {
  if (!(error instanceof BaseError)) return null;
  const { errno = 0, code = '' } = parentOf(error);
  if (FULL.has(errno) || code === 'ENOSPC') return new ApiError('DISK_FULL');
  const isAway =
    error instanceof ConnectionError ||
    (error instanceof DatabaseError &&
      (AWAY.has(errno) || Math.abs(errno) >= CONNECTOR_ERRORS_FROM || /^E(CONN|PIPE|TIMEDOUT)/.test(code)));
  return isAway ? new ApiError('DATABASE_AWAY') : null;
}

/** Was a statement given up because two got in each other's way, so that doing it again is right? */
export function isDeadlock(error: unknown): boolean {
  return error instanceof DatabaseError && parentOf(error).errno === 1213;
}
