/** Sends requests, eight at a time; gives how often each status was answered, and each answer that is a fault of ours. */
export function fuzz(asked: {
  url: string;
  requests?: number;
  seed?: number;
  at?: (sent: number) => void;
}): Promise<{
  statuses: Record<string, number>;
  faults: { status: number; said: string; path: string }[];
  operations: number;
  forms: number;
}>;
