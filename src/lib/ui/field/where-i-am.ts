export interface Whereabouts {
  readonly longitude: number;
  readonly latitude: number;
  /** Metres within which it is right, as the device says. */
  readonly accuracy: number;
}

/** Where this device is, in degrees to about 10 cm, or why it does not say so. */
export function whereIAm(): Promise<Whereabouts | { readonly problem: string }> {
  if (!('geolocation' in navigator))
    return Promise.resolve({ problem: 'This device does not tell where it is.' });
  const rounded = (degrees: number) => Math.round(degrees * 1e6) / 1e6;
  return new Promise((tell) =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        tell({
          longitude: rounded(coords.longitude),
          latitude: rounded(coords.latitude),
          accuracy: coords.accuracy
        }),
      () => tell({ problem: 'Where you are cannot be told here: allow it, or point at the map.' }),
      { enableHighAccuracy: true, timeout: 10_000 }
    )
  );
}
