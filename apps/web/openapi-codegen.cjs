/** The web client is generated from the contract; `npm run contract` writes both. */
module.exports = {
  schemaFile: '../server/openapi.json',
  apiFile: './src/shared/api/base.ts',
  apiImport: 'api',
  outputFile: './src/shared/api/generated.ts',
  exportName: 'generatedApi',
  hooks: true,
  encodePathParams: true,
};
