declare global {
  namespace App {
    interface Locals {
      /** Who works at this device, where somebody has said so there. */
      actor: string | undefined;
    }
  }
}
export {};
