import { z } from 'zod';
import { isTelephone } from '$core/formats';

const Telephone = z
  .string()
  .trim()
  .refine((text) => text === '' || isTelephone(text), 'This is no telephone number: at least five figures.')
  .default('');

/** How somebody is reached, and who is told if something happens to them, as forms send it. */
export const contactFields = {
  telephone: Telephone,
  emergencyName: z.string().trim().max(120, 'At most 120 letters.').default(''),
  emergencyTelephone: Telephone
};
