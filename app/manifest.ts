import type { MetadataRoute } from 'next';

/** How a device shows the book once it is put on its first screen: it opens with the rounds that are on it. */
export default function manifest(): MetadataRoute.Manifest {
  const icon = (size: number, purpose: 'any' | 'maskable') => ({
    src: `/icon-${size}.png`,
    sizes: `${size}x${size}`,
    type: 'image/png',
    purpose,
  });
  return {
    id: '/round',
    name: 'Tagebuch',
    short_name: 'Tagebuch',
    description: 'The lubrication book of a plant: rounds, also without signal.',
    start_url: '/round',
    scope: '/',
    display: 'standalone',
    background_color: '#e9eee8',
    theme_color: '#e9eee8',
    icons: [icon(192, 'any'), icon(512, 'any'), icon(512, 'maskable')],
  };
}
