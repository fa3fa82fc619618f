import text from '../../../docs/formats/openapi.json?raw';
import SwaggerParser from '@apidevtools/swagger-parser';
import { expect, it } from 'vitest';

// By another's validator and the schema that the OpenAPI Initiative publishes (3.1).
it('the API document is one after the OpenAPI specification', async () => {
  const document = await SwaggerParser.validate(JSON.parse(text));
  expect(Object.keys(document.paths ?? {}).length).toBeGreaterThan(100);
});

it('what is no API document is found out', async () => {
  const broken = {
    openapi: '3.1.0',
    info: { title: 'x', version: '1' },
    paths: { '/a': { get: { responses: 7 } } },
  };
  await expect(SwaggerParser.validate(broken as never)).rejects.toThrow();
});
