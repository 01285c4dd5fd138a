import type { ChildProcess } from 'node:child_process';

export interface ServerOptions {
  host: string;
  port: number | string;
  data: string;
  demo?: boolean;
}
export function serverEnv(options: ServerOptions): Record<string, string | undefined>;
export function untilHealthy(
  url: string,
  child: Pick<ChildProcess, 'exitCode'>,
  seconds?: number
): Promise<void>;
