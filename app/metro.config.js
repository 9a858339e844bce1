const { createHash } = require('node:crypto');
const { readdirSync, readFileSync } = require('node:fs');
const { join } = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// Where names come from (straight-imports.js) is part of what a transformed file says.
const core = join(__dirname, '..', 'core', 'src');
const faces = createHash('sha256').update(readFileSync(join(__dirname, 'straight-imports.js')));
for (const subject of readdirSync(core)) faces.update(readFileSync(join(core, subject, 'index.ts')));
config.cacheVersion = faces.digest('hex');

/** Parts of packages that the page has no use for, and that would come with the rest: who asks for them gets nothing. */
const LEFT_OUT = [
  // Icon fonts: ours is app/ui/icon.tsx.
  { from: /[/\\]@rneui[/\\]/, name: /^(@react-native-vector-icons|react-native-vector-icons|@expo\/vector-icons)\// },
  // Matrices from and as text, from triangles and fingers: nobody asks for them.
  {
    from: /[/\\]transformation-matrix[/\\]/,
    name: /^\.\/(from|toString|smoothMatrix|decompose|flip|shear|skew|applyToPoint|isAffineMatrix)/,
  },
  // Navigators with headers, tabs and drawers of their own: ours is app/ui/frame.tsx.
  {
    from: /[/\\]expo-router[/\\]build[/\\]/,
    name: /(layouts\/(Tabs|TabsClient|experimental-stack)|stack-utils|native-tabs|bottom-tabs|views\/Sitemap|\.\/Sitemap)(\/|$)/,
  },
];
const resolveByDefault = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (LEFT_OUT.some((out) => out.from.test(context.originModulePath) && out.name.test(name))) return { type: 'empty' };
  return (resolveByDefault ?? context.resolveRequest)(context, name, platform);
};

// A module is run when something of it is used first, not when the page begins.
const optionsByDefault = config.transformer.getTransformOptions;
config.transformer.getTransformOptions = async (...asked) => {
  const options = await optionsByDefault(...asked);
  return { ...options, transform: { ...options.transform, inlineRequires: true } };
};

// While developing (npm run dev) the page and the server have ports of their own: the page hands on what is the server's.
if (process.env.API_PORT) {
  const { createProxyMiddleware } = require('http-proxy-middleware');
  const api = createProxyMiddleware({
    target: `http://127.0.0.1:${process.env.API_PORT}`,
    pathFilter: '/api',
  });
  config.server.enhanceMiddleware = (metro) => (request, response, next) =>
    api(request, response, () => metro(request, response, next));
}

module.exports = config;
