import type { ChildProcess } from 'node:child_process';

export interface ServerOptions {
  host: string;
  port: number | string;
  data: string;
  demo?: boolean;
  /** It says by messages what it does before it answers. */
  tells?: boolean;
}
export function serverEnv(options: ServerOptions): Record<string, string | undefined>;
export function listening(url: string, child: Pick<ChildProcess, 'exitCode' | 'signalCode'>): Promise<void>;
export class Progress {
  constructor(title: string);
  show(step: string, done: number): void;
  end(): void;
}
export class Restarts {
  may(now: number): boolean;
}
