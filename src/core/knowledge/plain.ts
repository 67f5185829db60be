/** Small letters without accents, so that 'cigue' finds 'Grande ciguë'. */
export const plain = (text: string): string => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '');
