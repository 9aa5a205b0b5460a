package web_test

import (
	"testing"

	"rubrel/testkit"
)

// shared is the PostgreSQL of this package's tests.
var shared *testkit.Cluster

func TestMain(m *testing.M) { testkit.MainWithCluster(m, &shared) }
