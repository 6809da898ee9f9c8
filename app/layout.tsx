import { Installed } from '@/components/installed';
import { LightKept } from '@/components/light';
import { StyleNonce } from '@/components/style-nonce';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Tagebuch', template: '%s · Tagebuch' },
  description: 'The lubrication book of a plant.',
};
export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: [
    { media: '(prefers-color-scheme: light)', color: '#e9eee8' },
    { media: '(prefers-color-scheme: dark)', color: '#12181e' },
  ],
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <StyleNonce />
        <LightKept />
        <Installed />
        {children}
      </body>
    </html>
  );
}
