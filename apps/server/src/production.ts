// Read before anything else: React, which draws the pages, is several times slower as its development build.
process.env.NODE_ENV ??= 'production';
