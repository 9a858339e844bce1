const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// The ESM builds of these two do not survive Metro's interop; their CommonJS builds do.
const COMMON_JS = ['class-validator', 'validator'];
const resolveByDefault = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (COMMON_JS.includes(name)) return { type: 'sourceFile', filePath: require.resolve(name) };
  return (resolveByDefault ?? context.resolveRequest)(context, name, platform);
};

module.exports = config;
