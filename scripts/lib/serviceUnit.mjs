// The unit of systemd for a workshop, as text.

/** A value in a unit: quoted, with its own signs told apart. */
const quoted = (text) => `"${text.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('%', '%%')}"`;

/**
 * `user`: whom it runs as; null: whoever owns the unit. What it may do is held to what it needs: it reads the programs, and
 * writes in the folder of the workshop alone.
 */
export function serviceUnit({ root, state, node, user, environment }) {
  const { BEMTOR_COPIES: copies } = environment;
  const settings = { BEMTOR_STATE: state, NODE_ENV: 'production', ...environment };
  const writable = [state, ...(copies ? [copies] : [])].map(quoted).join(' ');
  return `[Unit]
Description=Bemtor, the workshop
After=network.target
StartLimitIntervalSec=0

[Service]
Type=exec
${user === null ? '' : `User=${user}\nGroup=${user}\n`}WorkingDirectory=${root}
ExecStart=${quoted(node)} ${quoted(`${root}/scripts/start.mjs`)}
${Object.entries(settings)
  .map(([name, value]) => `Environment=${quoted(`${name}=${value}`)}`)
  .join('\n')}
Restart=always
RestartSec=200ms
TimeoutStopSec=30
KillMode=mixed
UMask=0077
LimitNOFILE=65536

# Held to what it needs.
NoNewPrivileges=yes
ProtectSystem=strict
ReadWritePaths=${writable}
${user === null ? '' : 'CapabilityBoundingSet=\nProtectHome=read-only\nPrivateDevices=yes\nProtectClock=yes\nProtectHostname=yes\nProtectKernelLogs=yes\nProtectKernelModules=yes\n'}PrivateTmp=yes
ProtectKernelTunables=yes
ProtectControlGroups=yes
RestrictAddressFamilies=AF_UNIX AF_INET AF_INET6 AF_NETLINK
RestrictNamespaces=yes
RestrictRealtime=yes
RestrictSUIDSGID=yes
LockPersonality=yes
SystemCallArchitectures=native

[Install]
WantedBy=${user === null ? 'default.target' : 'multi-user.target'}
`;
}
