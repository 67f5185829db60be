import type { Viewer } from '$lib/server/accounts';
import type { WalkPage } from '$lib/server/walk/walk-page';

declare global {
  namespace App {
    interface Locals {
      viewer: Viewer | undefined;
      /** The walk that this request shows, once somebody has asked for it. */
      walkPage?: { readonly walkId: string; readonly page: Promise<WalkPage> };
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
