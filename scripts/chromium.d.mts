export function chromiumPath(): string | undefined;
export function launchOptions(): { executablePath?: string; args: string[] };
export function ensureChromium(): void;
