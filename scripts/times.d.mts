export function processorSeconds(text: string): number;
