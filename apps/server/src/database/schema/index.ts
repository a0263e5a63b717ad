export * from './customers';
export * from './goods';
export * from './people';
export * from './quotes';
export * from './setup';
export * from './versions';
