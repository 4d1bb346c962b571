#!/bin/sh
# Whether a node of the cluster takes writes: HAProxy asks before it sends anybody there. A node that hands its records to
# another goes on taking them (state 2); one that joins, or has lost the others, does not.
# HAProxy gives: proxy address, proxy port, server address, server port.
set -eu
settings="${NODE_READY_SETTINGS:-/etc/haproxy/node-ready.cnf}"
state=$(timeout 2 mariadb --defaults-extra-file="$settings" --host="$3" --port="$4" --connect-timeout=1 --skip-ssl -N -B \
  -e "SELECT GROUP_CONCAT(variable_value ORDER BY variable_name) FROM information_schema.global_status
       WHERE variable_name IN ('WSREP_READY', 'WSREP_LOCAL_STATE')")
case "$state" in
  4,ON | 2,ON) exit 0 ;;
  *) exit 1 ;;
esac
