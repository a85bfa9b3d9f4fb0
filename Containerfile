# Builds where a container engine is: podman build -t upholder . (or docker build -f Containerfile -t upholder .)
# The image holds Node.js, the compiled program and PostgreSQL's programs; data and backups lie in the volume /data.
FROM docker.io/library/node:22-bookworm-slim AS build
WORKDIR /app
COPY package.json package-lock.json ./
COPY core/package.json core/
COPY server/package.json server/
COPY web/package.json web/
RUN npm ci --no-audit --no-fund
COPY . .
RUN node --import tsx scripts/prepare.ts && npm prune --omit=dev --no-audit --no-fund

FROM docker.io/library/node:22-bookworm-slim
RUN apt-get update && apt-get install -y --no-install-recommends postgresql \
 && rm -rf /var/lib/apt/lists/* && mkdir /data && chown node:node /data
WORKDIR /app
COPY --from=build --chown=node:node /app /app
USER node
# Outside of the container nothing is reachable before a port is published; publish it on loopback or behind a proxy.
ENV NODE_ENV=production UPHOLDER_HOME=/data HOST=0.0.0.0 PORT=4310
VOLUME /data
EXPOSE 4310
STOPSIGNAL SIGTERM
HEALTHCHECK --interval=30s --timeout=5s --start-period=60s \
  CMD node -e "fetch('http://127.0.0.1:4310/api/health').then((r)=>process.exit(r.ok?0:1),()=>process.exit(1))"
ENTRYPOINT ["node", "--enable-source-maps", "dist/server/upholder.mjs"]
CMD ["start"]
