import type { Visitor } from '$lib/server/doors/people';
import type { LarderFaultCode } from '$lib/server/db/client';
import type { House } from '$lib/server/larder';
import type { By } from '$lib/server/repo/book';

declare global {
  namespace App {
    interface Locals {
      /** The larder that this process has open. */
      house: House;
      /** Why the larder did not answer, where it did not. */
      fault?: LarderFaultCode;
      /** The house that entries are booked in, and what whoever asks may do there, where that is asked. */
      by: By;
      /** Who works at this device, where somebody has said so there or is signed in. */
      actor: string | undefined;
      /** Whether the larder asks who comes in. */
      asked: boolean;
      /** Who is signed in. */
      visitor: Visitor | undefined;
      /** The device that asks: its address, and whether it speaks over TLS. */
      address: string;
      https: boolean;
      /** What the device calls this larder, `http://name:port`. */
      origin: string;
    }
  }
}
export {};
