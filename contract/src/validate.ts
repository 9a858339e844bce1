import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';

/** A request or answer that does not keep to the contract; the message is a sentence. */
export class ContractError extends Error {
  constructor(
    message: string,
    readonly field: string,
  ) {
    super(message);
    this.name = 'ContractError';
  }
}

/**
 * Turns plain data into an instance of a contract class and checks it.
 * @throws ContractError for the first field that does not keep to the contract, and for fields it does not know
 */
export function parseContract<T extends object>(type: ClassConstructor<T>, plain: unknown): T {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain))
    throw new ContractError('An object was expected.', '');
  const instance = plainToInstance(type, plain);
  const [first] = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true });
  if (first) throw toContractError(first, '');
  return instance;
}

function toContractError(error: ValidationError, path: string): ContractError {
  const field = path ? `${path}.${error.property}` : error.property;
  const [child] = error.children ?? [];
  if (!error.constraints && child) return toContractError(child, field);
  const sentence = Object.values(error.constraints ?? { unknown: `${field} is not understood` })[0];
  return new ContractError(`${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`, field);
}
