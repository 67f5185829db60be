import { z } from 'zod';

/** What weather can call a walk off: the limit is the leader's, and somebody is named to decide in time. */

export const weatherKinds = [
  'lightning',
  'wind under trees',
  'heat',
  'cold and wet',
  'stream in spate',
  'sea state',
  'fog'
] as const;
export type WeatherKind = (typeof weatherKinds)[number];

export const WeatherLimit = z.object({
  kind: z.enum(weatherKinds),
  /** In words, with a figure where there is one. */
  limit: z.string().trim().min(1, 'Say from when on the walk is off.').max(160),
  decides: z.string().trim().min(1, 'Name who decides.').max(120),
  when: z.string().trim().min(1, 'Say when it is decided.').max(80)
});
export type WeatherLimit = z.infer<typeof WeatherLimit>;

/** Limits that a leader may start from: common practice, no source. */
export const usualLimits: Readonly<Record<WeatherKind, string>> = {
  lightning: 'thunder heard, or forecast for the hours of the walk',
  'wind under trees': 'gusts above 60 km/h forecast: nobody under old trees',
  heat: 'above 28 °C: shade, water, a shorter way',
  'cold and wet': 'rain with less than 5 °C for more than an hour',
  'stream in spate': 'the stepping stones are under water',
  'sea state': 'onshore wind above 40 km/h, or swell on the rocks',
  fog: 'the next marker on the path cannot be seen'
};
