import type { House } from '$lib/server/larder';

declare global {
  namespace App {
    interface Locals {
      /** The larder that this process has open. */
      house: House;
      /** The house that entries are booked in; there is one, until a larder has several. */
      site: string;
      /** Who works at this device, where somebody has said so there. */
      actor: string | undefined;
    }
  }
}
export {};
