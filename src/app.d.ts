import type { Viewer } from '$lib/server/sign-in';

declare global {
  namespace App {
    interface Locals {
      viewer: Viewer | undefined;
    }
    interface Error {
      message: string;
    }
  }
}

export {};
