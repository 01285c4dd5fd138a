export function keptDemo(): string | undefined;
export function ensureDemo(): Promise<string>;
export function layDemo(folder: string): Promise<void>;
