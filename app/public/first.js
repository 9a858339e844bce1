// Run before the page is drawn. The light that the maker chose on this device (see app/ui/theme.tsx).
try {
  var light = localStorage.getItem('keen-anvil.light');
  if (light) document.documentElement.dataset.light = light;
  if (light === 'dim shop' || (light !== 'day' && matchMedia('(prefers-color-scheme: dark)').matches))
    document.querySelector('meta[name=theme-color]').content = '#191B1E';
} catch {
  // A private window keeps nothing.
}
