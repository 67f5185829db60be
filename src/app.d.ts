import type { Viewer } from '$lib/server/accounts';

declare global {
  namespace App {
    interface Locals {
      viewer: Viewer | undefined;
      /** Of this request: people quote it, the log has it. */
      number: string;
      /** The status of a fault that a page or an action met. */
      fault?: number;
    }
    interface Error {
      message: string;
      number?: string;
    }
  }
}

export {};
